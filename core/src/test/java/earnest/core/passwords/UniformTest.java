package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

import java.security.SecureRandom;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** One run in a thousand fails by chance alone, so this runs only when asked; see core/pom.xml. */
@Tag("chance")
class UniformTest {
    private static final int DRAWS = 200_000;

    private static void uniform(Policy policy, Style style, int length) {
        Generator generator = new Generator(policy, style);
        int cells = generator.count(length).intValueExact();
        Map<String, Integer> seen = new HashMap<>();
        SecureRandom random = new SecureRandom();
        for (int i = 0; i < DRAWS; i++) {
            seen.merge(generator.draw(length, random).open(String::new), 1, Integer::sum);
        }
        double expected = (double) DRAWS / cells;
        double sum = (cells - seen.size()) * expected;
        for (int number : seen.values()) {
            sum += (number - expected) * (number - expected) / expected;
        }
        // The 0.999 quantile by Wilson and Hilferty's approximation, good to a percent here.
        double free = cells - 1.0;
        double spread = 2 / (9 * free);
        double bound = free * Math.pow(1 - spread + 3.0902 * Math.sqrt(spread), 3);
        assertTrue(
                sum < bound,
                "chi-square %.1f of %d cells, bound %.1f".formatted(sum, cells, bound));
    }

    private static Policy policy(String allowed, int maxRun, String... words) {
        return new Policy(
                3,
                3,
                allowed.codePoints().boxed().collect(Collectors.toSet()),
                Map.of(CharacterClass.DIGIT, 1),
                2,
                maxRun,
                Set.of(words),
                true,
                0);
    }

    @Test
    void copiedOnesAreUniform() {
        uniform(policy("abAB01#", 1, "ab"), Style.COPIED, 3);
        uniform(policy("aBcD27", 2, "a7", "cb"), Style.COPIED, 3);
    }

    @Test
    void readAloudOnesAreUniform() {
        uniform(policy("afAF27", 1, "fa"), Style.READ_ALOUD, 3);
    }

    @Test
    void spokenOnesAreUniform() {
        Policy one =
                new Policy(
                        1,
                        12,
                        "abcdelmr-234".codePoints().boxed().collect(Collectors.toSet()),
                        Map.of(),
                        0,
                        0,
                        Set.of(),
                        true,
                        0);
        uniform(one, Style.SPOKEN, 1);
    }
}
