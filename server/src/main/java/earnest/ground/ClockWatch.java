package earnest.ground;

import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;

/**
 * Holds the clock of this node to that of the database, which all nodes share. What proof is worth
 * hangs on its age: on a node whose clock was set back, what is too old would count again.
 * Thread-safe.
 */
@Component
public class ClockWatch {
    /** So far clocks may be apart; what is signed elsewhere is good for as little. */
    private static final Duration APART = Duration.ofSeconds(60);

    private static final long AGAIN_NS = Duration.ofSeconds(10).toNanos();

    private final JdbcClient database;
    private final Clock own;
    private volatile Looked looked = new Looked(0, Duration.ofDays(1), true);

    private record Looked(long at, Duration apart, boolean never) {}

    @Autowired
    ClockWatch(JdbcClient database) {
        this(database, Clock.systemUTC());
    }

    ClockWatch(JdbcClient database, Clock own) {
        this.database = database;
        this.own = own;
    }

    /**
     * Before anything is decided by the clock.
     *
     * @throws Problem 503 if it is more than a minute from that of the database
     */
    public void mustAgree() {
        Looked now = looked;
        if (now.never || System.nanoTime() - now.at > AGAIN_NS) {
            now = look();
            looked = now;
        }
        if (now.apart.compareTo(APART) > 0) {
            throw new Problem(
                    503,
                    "clock-differs",
                    ("The clock of this server is %d seconds from that of the database. Nothing is"
                                    + " decided by it. Tell whoever runs Earnest to set it right.")
                            .formatted(now.apart.toSeconds()));
        }
    }

    private Looked look() {
        Instant before = own.instant();
        Instant theirs =
                Objects.requireNonNull(
                                database.sql("select utc_timestamp(6)")
                                        .query(Timestamp.class)
                                        .single())
                        .toInstant();
        Instant after = own.instant();
        // What the question took is nobody's fault.
        Duration apart =
                theirs.isBefore(before)
                        ? Duration.between(theirs, before)
                        : theirs.isAfter(after) ? Duration.between(after, theirs) : Duration.ZERO;
        return new Looked(System.nanoTime(), apart, false);
    }
}
