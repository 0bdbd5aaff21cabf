package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.nio.ByteBuffer;
import java.time.Instant;
import java.util.OptionalLong;

/**
 * Time-based one-time passwords, RFC 6238 with HMAC-SHA-1, 30 seconds, six digits.
 *
 * <p>A step is the number of whole periods since 1970-01-01T00:00:00Z.
 */
public final class Totp {
    private static final int PERIOD_SECONDS = 30;
    private static final int DRIFT_STEPS = 1;
    private static final int DIGITS = 6;

    private Totp() {}

    /** The code of the step in which {@code at} lies. */
    public static Secret at(byte[] key, Instant at) {
        return Secret.of(code(key, step(at), DIGITS));
    }

    /**
     * Looks for the code in the present step and one step either way.
     *
     * @param lastUsedStep the step of the last code that was accepted; that one and all before it
     *     are refused (RFC 6238, section 5.2), so a code is never taken twice
     * @return the step to remember, empty if the code is wrong or was used
     */
    public static OptionalLong accept(byte[] key, Secret given, Instant now, long lastUsedStep) {
        long present = step(now);
        long accepted = -1;
        for (long step = present - DRIFT_STEPS; step <= present + DRIFT_STEPS; step++) {
            boolean same = Secret.of(code(key, step, DIGITS)).sameAs(given);
            if (same && step > lastUsedStep && accepted < 0) {
                accepted = step;
            }
        }
        return accepted < 0 ? OptionalLong.empty() : OptionalLong.of(accepted);
    }

    private static long step(Instant at) {
        return Math.floorDiv(at.getEpochSecond(), PERIOD_SECONDS);
    }

    static String code(byte[] key, long step, int digits) {
        return Truncation.digits(
                "HmacSHA1", key, ByteBuffer.allocate(Long.BYTES).putLong(step).array(), digits);
    }
}
