package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import earnest.core.passwords.Secret;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

import org.junit.jupiter.api.Test;

import java.nio.charset.StandardCharsets;

class Base32ReadTest {
    private static byte[] read(String text) {
        return Base32.read(Secret.of(text));
    }

    @Property
    void whatWasWrittenIsReadAgain(@ForAll byte[] key) {
        assertArrayEquals(key, Base32.read(Base32.of(key)));
    }

    /** RFC 4648, section 10. */
    @Test
    void theVectorsOfTheStandard() {
        assertArrayEquals("foobar".getBytes(StandardCharsets.US_ASCII), read("MZXW6YTBOI======"));
        assertArrayEquals("fooba".getBytes(StandardCharsets.US_ASCII), read("mzxw 6ytb"));
        assertArrayEquals(new byte[0], read(""));
    }

    @Test
    void anythingElseIsRefusedWithoutSayingIt() {
        for (String wrong : new String[] {"MZXW1", "MZXW6!", "ÄÖ", "0"}) {
            IllegalArgumentException refused =
                    assertThrows(IllegalArgumentException.class, () -> read(wrong));
            org.junit.jupiter.api.Assertions.assertFalse(refused.getMessage().contains(wrong));
        }
    }
}
