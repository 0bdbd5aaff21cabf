package earnest.access;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Counts tries per bucket in a window, in the database, so that all nodes count together. */
@Component
public class GuessLimits {
    private final JdbcClient database;
    private final Clock clock;

    GuessLimits(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /**
     * Counts one more try.
     *
     * @param bucket what is guessed at or from where; names no secret
     * @return whether it is still within {@code most} tries in {@code window}
     */
    public boolean allow(String bucket, int most, Duration window) {
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
        int tries =
                database.sql("select tries from guess_limit where bucket = :bucket")
                        .param("bucket", bucket)
                        .query(Integer.class)
                        .single();
        return tries <= most;
    }
}
