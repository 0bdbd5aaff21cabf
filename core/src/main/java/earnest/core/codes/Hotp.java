package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.nio.ByteBuffer;
import java.time.Instant;

/** Counter-based one-time passwords, RFC 4226. Stateless, thread-safe. */
public final class Hotp {
    /** The standard's form: SHA-1, six digits. */
    public static final Form STANDARD = new Form(Hash.SHA1, 6);

    private static final int MOST_AHEAD = 100;

    /**
     * How codes look.
     *
     * @param digits six to eight (section 5.3)
     */
    public record Form(Hash hash, int digits) {
        /**
         * @throws IllegalArgumentException for another number of digits
         */
        public Form {
            if (digits < 6 || digits > 8) {
                throw new IllegalArgumentException("digits: must be 6 to 8");
            }
        }
    }

    private Hotp() {}

    /** The code of a counter. */
    public static Secret at(byte[] key, long counter, Form form) {
        return Secret.of(
                Truncation.digits(
                        form.hash.mac(),
                        key,
                        ByteBuffer.allocate(Long.BYTES).putLong(counter).array(),
                        form.digits));
    }

    /**
     * Tries a code against the counters after the last one used. All of them are compared,
     * whichever fits.
     *
     * @param ahead how many counters are looked at (section 7.4), at most 100
     */
    public static Guard.Tried accept(
            byte[] key,
            Form form,
            Secret given,
            int ahead,
            Guard guard,
            Guard.Limit limit,
            Instant now) {
        if (ahead < 1 || ahead > MOST_AHEAD) {
            throw new IllegalArgumentException("ahead: must be 1 to 100");
        }
        return between(key, form, given, guard.used() + 1, guard.used() + ahead, guard, limit, now);
    }

    /** The earliest counter that fits and was not used decides. */
    static Guard.Tried between(
            byte[] key,
            Form form,
            Secret given,
            long first,
            long last,
            Guard guard,
            Guard.Limit limit,
            Instant now) {
        if (guard.atLimit(limit, now)) {
            return new Guard.Tried.AtLimit(guard);
        }
        long accepted = -1;
        for (long counter = first; counter <= last; counter++) {
            try (Secret code = at(key, counter, form)) {
                boolean same = code.sameAs(given);
                if (same && counter > guard.used() && accepted < 0) {
                    accepted = counter;
                }
            }
        }
        return accepted < 0 ? guard.refused(limit, now) : guard.accepted(accepted);
    }
}
