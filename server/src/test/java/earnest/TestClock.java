package earnest;

import org.jspecify.annotations.Nullable;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/** The application's clock, which a test can put forward for a while. */
final class TestClock extends Clock {
    private final Clock real = Clock.tick(Clock.systemUTC(), Duration.ofNanos(1_000));
    private volatile Duration ahead = Duration.ZERO;
    private volatile @Nullable Instant standsAt;

    /** So far ahead of the real one; the scheduler and other machines keep theirs. */
    void ahead(Duration by) {
        ahead = by;
    }

    /** Lets it stand still, or go again. */
    void stand(boolean still) {
        standsAt = still ? instant() : null;
    }

    @Override
    public Instant instant() {
        Instant at = standsAt;
        return at == null ? real.instant().plus(ahead) : at;
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        throw new UnsupportedOperationException("the application has one clock");
    }
}
