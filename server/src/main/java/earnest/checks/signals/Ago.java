package earnest.checks.signals;

import java.time.Duration;
import java.time.Instant;

/** How long ago something was, as one says it. */
final class Ago {
    private static final int HOUR = 60;

    private Ago() {}

    static String words(Instant at, Instant now) {
        long minutes = Math.max(1, Duration.between(at, now).toMinutes());
        return minutes < 2 * HOUR
                ? minutes + " min ago"
                : "%d h ago".formatted(Math.round((double) minutes / HOUR));
    }
}
