package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeout;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

import java.math.BigInteger;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Counting is exact, so drawing is uniform. */
class GeneratorTest {
    private static final String[] SOME_WORDS = {
        "ab", "a1", "bab", "tt", "il", "0b", "aab", "#b", "x"
    };

    /** Policies small enough to be tried string by string, of every kind; always the same ones. */
    static List<Policy> policies() {
        Random random = new Random(20261123);
        List<Policy> policies = new ArrayList<>();
        String[] alphabets = {"abAB01#", "aB1", "ab", "aAtT7$é", "il1!L#", "afKR27"};
        for (int i = 0; i < 120; i++) {
            Map<CharacterClass, Integer> atLeast = new HashMap<>();
            for (CharacterClass type : CharacterClass.values()) {
                atLeast.put(type, Math.max(0, random.nextInt(5) - 2));
            }
            Set<String> words =
                    random.ints(random.nextInt(4), 0, SOME_WORDS.length)
                            .mapToObj(w -> SOME_WORDS[w])
                            .collect(Collectors.toSet());
            policies.add(
                    new Policy(
                            1,
                            64,
                            characters(alphabets[random.nextInt(alphabets.length)]),
                            i % 3 == 0 ? Map.of() : atLeast,
                            Math.max(0, random.nextInt(6) - 3),
                            random.nextInt(4),
                            words,
                            random.nextBoolean(),
                            0));
        }
        return policies;
    }

    private static Set<Integer> characters(String text) {
        return text.codePoints().boxed().collect(Collectors.toSet());
    }

    /** All strings of a style, tried one by one against rules written another way. */
    private static Set<String> byBruteForce(Policy policy, Style style, int length) {
        Set<String> all = new HashSet<>();
        grow(policy, style, length, "", all);
        return all;
    }

    private static void grow(
            Policy policy, Style style, int length, String begun, Set<String> all) {
        if (begun.length() == length) {
            if (PlainRules.admits(policy, begun)
                    && (style == Style.COPIED || PlainRules.readAloud(begun))) {
                all.add(begun);
            }
            return;
        }
        for (int c : policy.allowed()) {
            grow(policy, style, length, begun + Character.toString(c), all);
        }
    }

    @ParameterizedTest
    @MethodSource("policies")
    void countsExactlyWhatBruteForceFinds(Policy policy) {
        for (Style style : List.of(Style.COPIED, Style.READ_ALOUD)) {
            for (int length = 1; length <= 5; length++) {
                assertEquals(
                        byBruteForce(policy, style, length).size(),
                        new Generator(policy, style).count(length).intValueExact(),
                        style + " of length " + length);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("policies")
    void everyRankIsAnotherAdmittedPassword(Policy policy) {
        Policy unlisted =
                new Policy(
                        policy.minLength(),
                        policy.maxLength(),
                        policy.allowed(),
                        policy.atLeast(),
                        policy.classesAtLeast(),
                        policy.maxRun(),
                        policy.forbiddenWords(),
                        false,
                        0);
        for (Style style : List.of(Style.COPIED, Style.READ_ALOUD)) {
            Generator generator = new Generator(unlisted, style);
            Set<String> ranked =
                    IntStream.range(0, generator.count(5).intValueExact())
                            .mapToObj(i -> generator.ranked(5, BigInteger.valueOf(i)).toString())
                            .collect(Collectors.toSet());
            assertEquals(byBruteForce(unlisted, style, 5), ranked);
        }
    }

    @Test
    void listedOnesAreLeftOutInAllTheirCases() {
        // Of four letters; 'love' is listed, and so are its sixteen ways of writing it.
        Policy policy =
                new Policy(4, 4, characters("lovexLOVE"), Map.of(), 0, 0, Set.of(), true, 0);
        Set<String> free = byBruteForce(policy, Style.COPIED, 4);
        assertTrue(!free.contains("love") && !free.contains("LoVe"));
        Generator generator = new Generator(policy, Style.COPIED);
        assertEquals(free.size(), generator.count(4).intValueExact());
        Set<String> drawn = new HashSet<>();
        SecureRandom random = new SecureRandom();
        for (int i = 0; i < 3000; i++) {
            drawn.add(generator.draw(4, random).open(String::new));
        }
        assertTrue(free.containsAll(drawn));
    }

    @Test
    void theDefaultAlphabetIsPrintableAsciiWithoutSpace() {
        Policy any = new Policy(1, 64, null, Map.of(), 0, 0, Set.of(), false, 0);
        assertEquals(BigInteger.valueOf(94).pow(20), new Generator(any, Style.COPIED).count(20));
        Policy single = new Policy(1, 64, null, Map.of(), 0, 1, Set.of(), false, 0);
        assertEquals(
                BigInteger.valueOf(94).multiply(BigInteger.valueOf(93).pow(19)),
                new Generator(single, Style.COPIED).count(20));
    }

    static Policy rich() {
        return new Policy(
                12,
                64,
                null,
                Map.of(
                        CharacterClass.LOWER, 1,
                        CharacterClass.UPPER, 1,
                        CharacterClass.DIGIT, 1,
                        CharacterClass.SYMBOL, 1),
                3,
                2,
                Set.of(
                        "brackwater",
                        "ferries",
                        "password",
                        "welcome",
                        "harbour",
                        "okafor",
                        "ines",
                        "curlew",
                        "ellery",
                        "11066",
                        "officer",
                        "deck",
                        "spring",
                        "winter",
                        "summer",
                        "autumn",
                        "secret",
                        "letmein",
                        "qwerty",
                        "login"),
                true,
                45);
    }

    /** Generous, so that it fails for a wrong order of growth and not for a slow machine. */
    @Test
    void aRichPolicyIsCountedInReasonableTime() {
        assertTimeout(
                Duration.ofSeconds(20),
                () -> assertTrue(new Generator(rich(), Style.COPIED).bits(20) > 120));
    }

    @ParameterizedTest
    @EnumSource(Style.class)
    void drawsAreAdmittedAndOfTheStyle(Style style) {
        Policy policy = rich();
        if (style == Style.READ_ALOUD) {
            policy = Policies.lettersAndDigits(12, "ferry", "okafor", "wax");
        }
        Generator generator = new Generator(policy, style);
        int length = generator.leastLength();
        SecureRandom random = new SecureRandom();
        Set<String> drawn = new HashSet<>();
        for (int i = 0; i < 300; i++) {
            String word = generator.draw(length, random).open(String::new);
            assertTrue(PlainRules.admits(policy, word), word);
            assertTrue(
                    switch (style) {
                        case READ_ALOUD -> PlainRules.readAloud(word);
                        case SPOKEN ->
                                word.matches("[A-Z][a-z]+(-[a-z]+)*-[2346789]{2}")
                                        && word.split("-").length == length + 1;
                        case COPIED -> word.length() == length;
                    },
                    word);
            drawn.add(word);
        }
        assertEquals(300, drawn.size());
    }

    @Test
    void theLeastLengthIsTheFirstThatIsStrongEnough() {
        for (Style style : Style.values()) {
            Generator generator =
                    new Generator(
                            new Policy(4, 64, null, Map.of(), 0, 0, Set.of(), true, 45), style);
            int least = generator.leastLength();
            assertTrue(generator.bits(least) >= 45);
            assertTrue(generator.bits(least - 1) < 45);
        }
    }

    @Test
    void tooFewIsRefusedWithTheReason() {
        Policy narrow = new Policy(4, 4, null, Map.of(), 0, 0, Set.of(), true, 45);
        for (Style style : Style.values()) {
            Generator.TooFew refused =
                    assertThrows(
                            Generator.TooFew.class,
                            () -> new Generator(narrow, style).leastLength());
            assertTrue(refused.getMessage().contains("45"));
        }
        Policy none =
                new Policy(4, 8, null, Map.of(CharacterClass.SYMBOL, 1), 0, 0, Set.of(), true, 0);
        assertThrows(
                Generator.TooFew.class,
                () -> new Generator(none, Style.READ_ALOUD).draw(8, new SecureRandom()));
    }

    @Test
    void whatCannotBeCountedIsRefused() {
        Map<CharacterClass, Integer> many = new HashMap<>();
        for (CharacterClass type : CharacterClass.values()) {
            many.put(type, 100);
        }
        Policy vast = new Policy(400, 500, null, many, 0, 0, Set.of("abc"), true, 45);
        assertThrows(
                Generator.TooIntricate.class,
                () -> new Generator(vast, Style.COPIED).leastLength());
    }
}
