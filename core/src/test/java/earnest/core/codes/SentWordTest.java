package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.passwords.Secret;
import earnest.core.passwords.SpokenWords;

import org.junit.jupiter.api.Test;

import java.util.HashSet;
import java.util.Set;
import java.util.UUID;

class SentWordTest {
    private static final byte[] KEY = new byte[32];

    private static String word(byte[] key, UUID check) {
        try (Secret word = SentWord.of(key, check)) {
            return word.open(String::new);
        }
    }

    @Test
    void aCheckHasOneWordAndAnotherKeyGivesAnother() {
        UUID check = new UUID(1, 2);
        byte[] other = new byte[32];
        other[0] = 1;
        assertEquals(word(KEY, check), word(KEY, check));
        assertNotEquals(word(KEY, check), word(other, check));
        assertTrue(SpokenWords.all().contains(word(KEY, check)));
    }

    /** Drawn evenly, 4,000 checks meet about 83 of 100 words; half would be a bad draw. */
    @Test
    void mostWordsAreMet() {
        Set<String> met = new HashSet<>();
        for (int i = 0; i < 4_000; i++) {
            met.add(word(KEY, new UUID(i, ~i)));
        }
        double expected =
                SpokenWords.all().size() * (1 - Math.exp(-4_000.0 / SpokenWords.all().size()));
        assertEquals(expected, met.size(), expected * 0.05);
    }

    /** Of 20,000 pairs, about eight would be a word twice. */
    @Test
    void noneOfSeveralIsThereTwice() {
        for (int i = 0; i < 20_000; i++) {
            try (Secret two = SentWord.several(KEY, new UUID(i, ~i), 2)) {
                String[] words = two.open(String::new).split(" ");
                assertNotEquals(words[0], words[1]);
            }
        }
    }

    @Test
    void severalAreEachDrawnByThemselvesAndAreNoWordOfACheck() {
        Set<String> first = new HashSet<>();
        int same = 0;
        for (int i = 0; i < 1_000; i++) {
            UUID id = new UUID(i, ~i);
            try (Secret four = SentWord.several(KEY, id, 4)) {
                String[] words = four.open(String::new).split(" ");
                assertEquals(4, words.length);
                first.add(words[0]);
                same += words[0].equals(words[1]) || words[0].equals(word(KEY, id)) ? 1 : 0;
            }
        }
        assertTrue(first.size() > 700, "drawn from all: " + first.size());
        assertTrue(same < 10, "drawn apart: " + same);
    }
}
