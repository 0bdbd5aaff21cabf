package earnest.core.codes;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;

/**
 * What stands between a key and whoever guesses at it. It is kept with the key: every try takes the
 * present one and gives the next, which replaces it in the same transaction. So a code cannot be
 * tried without being counted, nor taken without being used up. Immutable.
 *
 * @param used the counter or step of the last code that was taken; that one and all before it are
 *     never taken again (RFC 4226, section 7.2; RFC 6238, section 5.2); -1: none yet
 * @param wrong wrong tries since {@code since}
 * @param since when the first of them was, or null if there was none
 */
public record Guard(long used, int wrong, @Nullable Instant since) {
    /** For a key that was never used. */
    public static final Guard FRESH = new Guard(-1, 0, null);

    /**
     * How many wrong tries there may be (RFC 4226, section 7.3).
     *
     * @param most wrong tries, after which nothing is compared any more
     * @param window after which they are forgotten
     */
    public record Limit(int most, Duration window) {
        /**
         * @throws IllegalArgumentException unless both are positive
         */
        public Limit {
            if (most < 1 || !window.isPositive()) {
                throw new IllegalArgumentException("limit: must allow tries, in some time");
            }
        }
    }

    /** What came of a try. */
    public sealed interface Tried {
        /** What replaces the guard that was given. */
        Guard next();

        /** The code was right and is used up now. */
        record Accepted(Guard next) implements Tried {}

        /** The code is wrong, or was used before; both look the same to whoever guesses. */
        record Refused(Guard next) implements Tried {}

        /** Nothing was compared: there were too many wrong tries. */
        record AtLimit(Guard next) implements Tried {}
    }

    /** Whether nothing more may be tried for now. */
    public boolean atLimit(Limit limit, Instant now) {
        return wrong >= limit.most && !forgotten(limit, now);
    }

    private boolean forgotten(Limit limit, Instant now) {
        return since == null || since.plus(limit.window).isBefore(now);
    }

    /** After a right answer to something that is not counted up, such as a code of a list. */
    public Guard forgiven() {
        return new Guard(used, 0, null);
    }

    /** After a wrong one. */
    public Guard counted(Limit limit, Instant now) {
        return refused(limit, now).next();
    }

    Tried accepted(long step) {
        return new Tried.Accepted(new Guard(step, 0, null));
    }

    Tried refused(Limit limit, Instant now) {
        return new Tried.Refused(
                forgotten(limit, now)
                        ? new Guard(used, 1, now)
                        : new Guard(used, wrong + 1, since));
    }
}
