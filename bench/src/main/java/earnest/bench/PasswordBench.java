package earnest.bench;

import earnest.core.passwords.CharacterClass;
import earnest.core.passwords.Generator;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.core.passwords.Style;

import java.math.BigInteger;
import java.security.SecureRandom;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Passwords drawn a second, by style and policy, against the random numbers that they are made of;
 * and how long the counting before the first one takes.
 */
final class PasswordBench {
    private static final long MEASURE_NANOS = 2_000_000_000L;
    private static final SecureRandom RANDOM = new SecureRandom();

    private PasswordBench() {}

    static void run() {
        Report.head("Passwords (one thread)");
        Policy desk =
                new Policy(
                        12, 64, null, atLeast(1, 0), 0, 0, Set.of("harbour", "okafor"), true, 45);
        measure("read-aloud, the demo's policy", desk, Style.READ_ALOUD, 0);
        measure("spoken, the demo's policy", desk, Style.SPOKEN, 0);
        measure("copied, the demo's policy", desk, Style.COPIED, 0);
        measure("copied, default policy, length 20", Policy.DEFAULT, Style.COPIED, 20);
        measure("copied, rich policy, length 20", rich(), Style.COPIED, 20);
        measure("copied, rich policy, length 64", rich(), Style.COPIED, 64);
    }

    private static Map<CharacterClass, Integer> atLeast(int number, int symbols) {
        return Map.of(
                CharacterClass.LOWER, number,
                CharacterClass.UPPER, number,
                CharacterClass.DIGIT, number,
                CharacterClass.SYMBOL, symbols);
    }

    private static Policy rich() {
        return new Policy(
                12,
                64,
                null,
                atLeast(2, 2),
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

    private static void measure(String what, Policy policy, Style style, int asked) {
        // Once to warm up, once to see how long the first takes.
        new Generator(policy, style).count(asked == 0 ? policy.minLength() : asked);
        long begun = System.nanoTime();
        Generator generator = new Generator(policy, style);
        int length = asked == 0 ? generator.leastLength() : asked;
        BigInteger count = generator.count(length);
        double counting = (System.nanoTime() - begun) / 1e6;
        double drawn =
                perSecond(
                        () -> {
                            try (Secret secret = generator.draw(length, RANDOM)) {
                                return secret.hashCode();
                            }
                        });
        double bare = perSecond(() -> new BigInteger(count.bitLength(), RANDOM).signum());
        Report.line(
                String.format(
                        Locale.ROOT,
                        "%-36s %,9.0f a second, bare %,11.0f, ratio %.4f; counted in %.0f ms, %.1f"
                                + " bits",
                        what,
                        drawn,
                        bare,
                        drawn / bare,
                        counting,
                        generator.bits(length)));
    }

    private interface Draw {
        int once();
    }

    private static double perSecond(Draw draw) {
        for (int warm = 0; warm < 200; warm++) {
            draw.once();
        }
        long begun = System.nanoTime();
        long done = 0;
        while (System.nanoTime() - begun < MEASURE_NANOS) {
            draw.once();
            done++;
        }
        return done / ((System.nanoTime() - begun) / 1e9);
    }
}
