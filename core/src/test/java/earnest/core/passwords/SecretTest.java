package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.io.ByteArrayOutputStream;
import java.io.NotSerializableException;
import java.io.ObjectOutputStream;
import java.util.List;

/** A secret shows nothing of itself. */
class SecretTest {
    @Test
    void hasNoTextForm() {
        Secret secret = Secret.of("canary-1");
        assertFalse((secret + " " + List.of(secret)).contains("canary"));
    }

    @Test
    void isNotWrittenDown() {
        assertThrows(
                NotSerializableException.class,
                () ->
                        new ObjectOutputStream(new ByteArrayOutputStream())
                                .writeObject(Secret.of("canary-2")));
    }

    @Test
    void isEqualOnlyToItselfButCanBeCompared() {
        assertNotEquals(Secret.of("same"), Secret.of("same"));
        assertTrue(Secret.of("same").sameAs(Secret.of("same")));
        assertFalse(Secret.of("same").sameAs(Secret.of("other")));
    }

    @Test
    void wipedItIsGone() {
        Secret secret = Secret.of("canary-3");
        secret.close();
        assertThrows(IllegalStateException.class, () -> secret.open(String::new));
    }

    @Test
    void whatItLendsIsOverwrittenAfterwards() {
        char[][] kept = new char[1][];
        Secret secret = Secret.of("canary-4");
        secret.open(
                lent -> {
                    kept[0] = lent;
                    return null;
                });
        assertEquals("\0".repeat(8), new String(kept[0]));
        assertEquals("canary-4", secret.open(String::new));
    }

    @Test
    void isSpelledInGroups() {
        List<Spelling.Group> groups = Spelling.spell(Secret.of("KA7Mwu4r2346aB-9"));
        assertEquals("all capitals: kilo, alfa, seven, mike", groups.get(0).words());
        assertEquals("small: whiskey, uniform, four, romeo", groups.get(1).words());
        assertEquals("two, three, four, six", groups.get(2).words());
        assertEquals("alfa, capital bravo, hyphen, nine", groups.get(3).words());
        assertFalse(groups.toString().contains("KA7M"));
    }

    @Test
    void everyPrintableSymbolHasAName() {
        for (char c = ' '; c < 127; c++) {
            String words = Spelling.spell(Secret.of(String.valueOf(c))).getFirst().words();
            assertFalse(words.contains("the character"), words);
        }
    }
}
