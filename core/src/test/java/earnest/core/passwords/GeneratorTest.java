package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

import java.math.BigInteger;
import java.security.SecureRandom;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Counting is exact, so drawing is uniform. */
class GeneratorTest {
    private static Policy policy(
            Map<CharacterClass, Integer> atLeast, int classes, String... forbidden) {
        return new Policy(1, 64, atLeast, classes, Set.of(forbidden), 0);
    }

    static List<Policy> policies() {
        return List.of(
                policy(Map.of(), 0),
                policy(Map.of(CharacterClass.DIGIT, 2), 0),
                policy(Map.of(CharacterClass.LOWER, 1, CharacterClass.DIGIT, 1), 0),
                policy(Map.of(CharacterClass.UPPER, 3), 0),
                policy(Map.of(), 2),
                policy(Map.of(), 3),
                policy(Map.of(CharacterClass.SYMBOL, 1), 0),
                policy(Map.of(), 0, "ax"),
                policy(Map.of(), 0, "tt"), // 7 stands for t
                policy(Map.of(CharacterClass.DIGIT, 1), 2, "ha", "ear", "a", "ku"));
    }

    /** All strings of the style, tried one by one against rules written another way. */
    private static Set<String> byBruteForce(Policy policy, int length) {
        Set<String> all = new HashSet<>();
        grow(policy, length, "", all);
        return all;
    }

    private static void grow(Policy policy, int length, String begun, Set<String> all) {
        if (begun.length() == length) {
            if (admitted(policy, begun)) {
                all.add(begun);
            }
            return;
        }
        for (char c : "afhkmruwxyAFHKMRUWXY234679".toCharArray()) {
            grow(policy, length, begun + c, all);
        }
    }

    private static boolean admitted(Policy policy, String word) {
        for (int i = 0; i < word.length(); i += 4) {
            String group = word.substring(i, Math.min(word.length(), i + 4));
            if (!group.equals(group.toLowerCase(java.util.Locale.ROOT))
                    && !group.equals(group.toUpperCase(java.util.Locale.ROOT))) {
                return false;
            }
        }
        long lower = word.chars().filter(Character::isLowerCase).count();
        long upper = word.chars().filter(Character::isUpperCase).count();
        long digit = word.chars().filter(Character::isDigit).count();
        int classes = (lower > 0 ? 1 : 0) + (upper > 0 ? 1 : 0) + (digit > 0 ? 1 : 0);
        String plain =
                word.toLowerCase(java.util.Locale.ROOT)
                        .replace('7', 't')
                        .replace('3', 'e')
                        .replace('4', 'a');
        return lower >= policy.least(CharacterClass.LOWER)
                && upper >= policy.least(CharacterClass.UPPER)
                && digit >= policy.least(CharacterClass.DIGIT)
                && policy.least(CharacterClass.SYMBOL) == 0
                && classes >= policy.classesAtLeast()
                && policy.forbiddenWords().stream().noneMatch(plain::contains);
    }

    @ParameterizedTest
    @MethodSource("policies")
    void countsExactlyWhatBruteForceFinds(Policy policy) {
        for (int length = 1; length <= 4; length++) {
            assertEquals(
                    byBruteForce(policy, length).size(),
                    new Generator(policy).count(length).intValueExact(),
                    "length " + length);
        }
    }

    @ParameterizedTest
    @MethodSource("policies")
    void everyRankIsAnotherAdmittedPassword(Policy policy) {
        Generator generator = new Generator(policy);
        int count = generator.count(3).intValueExact();
        Set<String> ranked = new HashSet<>();
        for (int i = 0; i < count; i++) {
            ranked.add(generator.ranked(3, BigInteger.valueOf(i)).toString());
        }
        assertEquals(byBruteForce(policy, 3), ranked);
    }

    @Test
    void aDigitThatStandsForTwoLettersMatchesBoth() {
        ForbiddenWords words = new ForbiddenWords(List.of("il", "li"));
        assertEquals(ForbiddenWords.FOUND, words.next(words.next(ForbiddenWords.START, '1'), '1'));
        assertTrue(words.next(ForbiddenWords.START, '1') > 0);
    }

    @Test
    void anOverlappingWordIsFoundAfterAFalseBeginning() {
        ForbiddenWords words = new ForbiddenWords(List.of("aab"));
        int state = ForbiddenWords.START;
        for (char c : "aa@".toCharArray()) {
            state = words.next(state, c);
        }
        assertEquals(ForbiddenWords.FOUND, words.next(state, '8'));
    }

    @Test
    void drawsAreAdmittedAndLongEnough() {
        Policy policy =
                new Policy(
                        12,
                        64,
                        Map.of(
                                CharacterClass.LOWER,
                                1,
                                CharacterClass.UPPER,
                                1,
                                CharacterClass.DIGIT,
                                1),
                        0,
                        Set.of("ferry", "okafor", "wax"),
                        45);
        Generator generator = new Generator(policy);
        assertEquals(12, generator.leastLength());
        SecureRandom random = new SecureRandom();
        Set<String> drawn = new HashSet<>();
        for (int i = 0; i < 500; i++) {
            String word = generator.draw(12, random).open(String::new);
            assertTrue(admitted(policy, word), word);
            drawn.add(word);
        }
        assertEquals(500, drawn.size());
    }

    @Test
    void tooFewIsRefusedWithTheReason() {
        Policy narrow = new Policy(4, 4, Map.of(), 0, Set.of(), 45);
        Generator.TooFew refused =
                assertThrows(Generator.TooFew.class, () -> new Generator(narrow).leastLength());
        assertTrue(refused.getMessage().contains("45"));
        Policy none = new Policy(4, 8, Map.of(CharacterClass.SYMBOL, 1), 0, Set.of(), 0);
        assertThrows(Generator.TooFew.class, () -> new Generator(none).draw(8, new SecureRandom()));
    }

    @Test
    void wordsOfAPersonAreTakenApartWithAndWithoutTheirMarks() {
        assertEquals(
                Set.of("josé", "jose", "cruz", "jodelacruz", "11066"),
                PersonWords.of(List.of("José de la Cruz", "jodelacruz", "11066")));
    }
}
