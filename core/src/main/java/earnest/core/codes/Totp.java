package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.time.Instant;

/**
 * Time-based one-time passwords, RFC 6238. A step is the number of whole periods since
 * 1970-01-01T00:00:00Z. Stateless, thread-safe.
 */
public final class Totp {
    /**
     * What authenticators use unless told otherwise: SHA-1, six digits, 30 s, one step of drift.
     */
    public static final Form STANDARD = new Form(Hotp.STANDARD, 30, 1);

    /**
     * How codes look and how long they live.
     *
     * @param periodSeconds length of a step
     * @param drift steps either way that are taken too (section 5.2)
     */
    public record Form(Hotp.Form code, int periodSeconds, int drift) {
        /**
         * @throws IllegalArgumentException if a code would live longer than five minutes
         */
        public Form {
            if (periodSeconds < 1 || drift < 0 || periodSeconds * (2L * drift + 1) > 300) {
                throw new IllegalArgumentException("form: a code must live at most five minutes");
            }
        }
    }

    private Totp() {}

    /** The code of the step in which {@code at} lies. */
    public static Secret at(byte[] key, Instant at, Form form) {
        return Hotp.at(key, step(at, form), form.code);
    }

    /** Tries a code in the present step and those that the form's drift admits. */
    public static Guard.Tried accept(
            byte[] key, Form form, Secret given, Guard guard, Guard.Limit limit, Instant now) {
        long present = step(now, form);
        return Hotp.between(
                key,
                form.code,
                given,
                present - form.drift,
                present + form.drift,
                guard,
                limit,
                now);
    }

    private static long step(Instant at, Form form) {
        return Math.floorDiv(at.getEpochSecond(), form.periodSeconds);
    }
}
