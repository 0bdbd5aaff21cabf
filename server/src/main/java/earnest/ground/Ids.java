package earnest.ground;

import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.util.UUID;

/** Makes ids: UUIDs of version 7 (RFC 9562, section 5.7). Thread-safe. */
@Component
public class Ids {
    private final Clock clock;
    private final SecureRandom random;

    Ids(Clock clock, SecureRandom random) {
        this.clock = clock;
        this.random = random;
    }

    /** A new id; those of later milliseconds sort after those of earlier ones. */
    public UUID next() {
        long high = clock.millis() << 16 | 0x7000 | random.nextInt(0x1000);
        long low = random.nextLong() >>> 2 | 0x8000_0000_0000_0000L;
        return new UUID(high, low);
    }
}
