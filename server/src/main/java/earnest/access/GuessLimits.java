package earnest.access;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;

/** Counts tries per bucket in a window, in the database, so that all nodes count together. */
@Component
public class GuessLimits {
    private final JdbcClient database;
    private final Clock clock;

    GuessLimits(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** Tries counted in the window. */
    public int tries(String bucket, Duration window) {
        return database.sql(
                        "select tries from guess_limit where bucket = :bucket and since >= :begin")
                .param("bucket", bucket)
                .param("begin", clock.instant().minus(window))
                .query(Integer.class)
                .optional()
                .orElse(0);
    }

    /** Forgets what was counted. */
    public void forget(String bucket) {
        database.sql("delete from guess_limit where bucket = :bucket")
                .param("bucket", bucket)
                .update();
    }

    /** Whether another try would be within {@code most} in {@code window}; counts nothing. */
    public boolean within(String bucket, int most, Duration window) {
        return tries(bucket, window) < most;
    }

    /**
     * Counts one more try.
     *
     * @param bucket what is guessed at or from where; names no secret
     */
    public void count(String bucket, Duration window) {
        Instant now = clock.instant();
        database.sql(
                        """
                        insert into guess_limit (bucket, tries, since) values (:bucket, 1, :now)
                        on duplicate key update
                          tries = if(since < :begin, 1, tries + 1), since = if(since < :begin, :now, since)
                        """)
                .param("bucket", bucket)
                .param("now", now)
                .param("begin", now.minus(window))
                .update();
    }
}
