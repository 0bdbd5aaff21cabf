package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.math.BigInteger;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

class SpokenTest {
    /** Words that say the same as another one that people know, or are written in two ways. */
    private static final Set<String> SAY_THE_SAME =
            Set.of(
                    "flour", "flower", "pear", "pair", "bear", "bare", "sea", "see", "son", "sun",
                    "mail", "male", "sail", "sale", "tail", "tale", "plain", "plane", "week",
                    "weak", "night", "knight", "hour", "our", "write", "right", "one", "won", "two",
                    "too", "four", "fore", "eight", "ate", "weather", "whether", "whale", "wail",
                    "deer", "dear", "root", "route", "gray", "grey", "color", "colour", "meter",
                    "metre");

    @Test
    void thereAreEnoughShortWordsInOrder() {
        List<String> words = SpokenWords.all();
        assertTrue(words.size() >= 2048, () -> "only " + words.size());
        assertEquals(words.stream().sorted().distinct().toList(), words);
        for (String word : words) {
            assertTrue(word.matches("[a-z]{3,8}"), word);
            assertTrue(Sounds.spelledAsSaid(word), word);
            assertTrue(!SAY_THE_SAME.contains(word), word);
        }
    }

    /** No two that differ by one sound that a bad line swallows. */
    @Test
    void noTwoAreTakenForEachOther() {
        Map<String, String> heard = new HashMap<>();
        for (String word : SpokenWords.all()) {
            for (String left : new HashSet<>(Sounds.heard(word))) {
                String other = heard.put(left, word);
                assertTrue(other == null, () -> word + " and " + other + " sound alike");
            }
        }
    }

    @Test
    void theCheckOfSoundsFindsWhatSoundsAlike() {
        for (String[] alike :
                new String[][] {
                    {"cotton", "bottom"},
                    {"handle", "candle"},
                    {"fridge", "bridge"},
                    {"seat", "seed"},
                    {"share", "chair"}
                }) {
            Set<String> one = new HashSet<>(Sounds.heard(alike[0]));
            boolean common = Sounds.heard(alike[1]).stream().anyMatch(one::contains);
            assertEquals(!alike[0].equals("share"), common, alike[0] + " and " + alike[1]);
        }
    }

    @Test
    void twoWordsAreCountedAsBruteForceCountsThem() {
        Policy policy =
                new Policy(
                        12,
                        14,
                        null,
                        Map.of(CharacterClass.LOWER, 9, CharacterClass.UPPER, 1),
                        0,
                        1,
                        Set.of("ab", "cat"),
                        true,
                        0);
        Generator generator = new Generator(policy, Style.SPOKEN);
        long byHand = 0;
        List<String> words = SpokenWords.all();
        for (String first : words) {
            String capital = first.substring(0, 1).toUpperCase(Locale.ROOT) + first.substring(1);
            if (first.length() > 8 || !PlainRules.admits(ofPiece(policy), capital)) {
                continue;
            }
            for (String second : words) {
                int letters = first.length() + second.length();
                if (letters >= 8
                        && letters <= 10
                        && letters - 1 >= 9
                        && PlainRules.admits(ofPiece(policy), second)) {
                    byHand += 41; // 49 numbers but 22 to 99 twice the same, and 48, which says ab
                }
            }
        }
        assertEquals(BigInteger.valueOf(byHand), generator.count(2));
        Set<String> drawn = new HashSet<>();
        for (int rank = 0; rank < 20_000; rank++) {
            String password =
                    generator
                            .ranked(2, generator.count(2).subtract(BigInteger.valueOf(rank + 1)))
                            .toString();
            assertTrue(PlainRules.admits(policy, password), password);
            drawn.add(password);
        }
        assertEquals(20_000, drawn.size());
    }

    private static Policy ofPiece(Policy whole) {
        return new Policy(
                1, 64, null, Map.of(), 0, whole.maxRun(), whole.forbiddenWords(), false, 0);
    }
}
