package earnest.core.decisions;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * A check that ended, as its entry says.
 *
 * @param check its id
 * @param relayed whether its answer may have been talked out of somebody, or null: as its method
 * @param outcome {@code passed, failed, denied} or {@code unanswered}
 */
record CheckEnded(
        String check,
        String method,
        String outcome,
        @Nullable String ticket,
        @Nullable String person,
        @Nullable String conversation,
        @Nullable Boolean relayed,
        Instant at) {
    boolean is(String other) {
        return outcome.equals(other);
    }
}
