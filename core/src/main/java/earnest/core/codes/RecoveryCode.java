package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.security.SecureRandom;

/**
 * Codes that somebody keeps on paper for the day on which they have nothing else: drawn at random,
 * each good once. Twelve digits, so that one can be read aloud; that is 39.9 bits, which whoever
 * guesses has to find within the few tries that a limit leaves (NIST SP 800-63B-4, section 3.1.2,
 * asks at least 20 bits of such look-up secrets). Stateless, thread-safe.
 */
public final class RecoveryCode {
    public static final int DIGITS = 12;

    /** So many are given at once. */
    public static final int OF_A_SET = 10;

    private static final int TEN = 10;
    private static final int GROUP = 4;

    private RecoveryCode() {}

    /** A fresh one. The caller wipes it. */
    public static Secret draw(SecureRandom random) {
        StringBuilder digits = new StringBuilder(DIGITS);
        for (int i = 0; i < DIGITS; i++) {
            digits.append((char) ('0' + random.nextInt(TEN)));
        }
        Secret code = Secret.of(digits);
        digits.setLength(0);
        return code;
    }

    /** As it is shown: in groups of four. The caller wipes it. */
    public static Secret grouped(Secret code) {
        return code.open(
                digits -> {
                    StringBuilder grouped = new StringBuilder(DIGITS + DIGITS / GROUP);
                    for (int i = 0; i < digits.length; i++) {
                        grouped.append(i > 0 && i % GROUP == 0 ? " " : "").append(digits[i]);
                    }
                    Secret shown = Secret.of(grouped);
                    grouped.setLength(0);
                    return shown;
                });
    }
}
