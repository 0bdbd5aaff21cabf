package earnest.changes;

import earnest.access.GuessLimits;
import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.UUID;

/** How often an analyst may have typed passwords looked at: enough to type, too few to guess by. */
@Component
class TypingLimits {
    private static final GuessLimits.Limit LIMIT = new GuessLimits.Limit(600, Duration.ofHours(1));
    private final GuessLimits limits;

    TypingLimits(GuessLimits limits) {
        this.limits = limits;
    }

    /**
     * Counts one look.
     *
     * @throws Problem 429 after too many within the window
     */
    void count(UUID analyst) {
        if (!limits.take("typing:" + analyst, LIMIT)) {
            throw new Problem(
                    429,
                    "too-many-tries",
                    "That was typed at too often within an hour. Have a password drawn instead.");
        }
    }
}
