package earnest.ground;

import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Makes ids: UUIDs of version 7 (RFC 9562, section 5.7), whose twelve bits beside the time count up
 * within a millisecond (section 6.2, method 1). So what one node made after something else sorts
 * after it, as entries of one transaction have to. Thread-safe.
 */
@Component
public class Ids {
    private static final int COUNTER_BITS = 12;

    /** A millisecond begins in the lower half of its counter, which leaves 2,048 to count. */
    private static final int FIRST = 0x800;

    /** A clock that was set back by more than this is believed. */
    private static final long SET_BACK = 10_000L << COUNTER_BITS;

    private final Clock clock;
    private final SecureRandom random;
    private final AtomicLong last = new AtomicLong();

    Ids(Clock clock, SecureRandom random) {
        this.clock = clock;
        this.random = random;
    }

    /** A new id; it sorts after those that this node made before. */
    public UUID next() {
        long drawn = clock.millis() << COUNTER_BITS | random.nextInt(FIRST);
        long placed =
                last.updateAndGet(
                        before -> drawn > before || before - drawn > SET_BACK ? drawn : before + 1);
        long high = placed >>> COUNTER_BITS << 16 | 0x7000 | placed & (1L << COUNTER_BITS) - 1;
        long low = random.nextLong() >>> 2 | 0x8000_0000_0000_0000L;
        return new UUID(high, low);
    }
}
