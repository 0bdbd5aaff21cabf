package earnest.access;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.HexFormat;

/** Whether a session still lives, asked without keeping it alive. */
@Component
public class SessionLiveness {
    private final JdbcClient database;
    private final AccessProperties properties;
    private final Clock clock;

    SessionLiveness(JdbcClient database, AccessProperties properties, Clock clock) {
        this.database = database;
        this.properties = properties;
        this.clock = clock;
    }

    /** {@code session} as {@link SignedIn#session} gives it. */
    public boolean live(String session) {
        byte[] begin = HexFormat.of().parseHex(session);
        byte[] from = Arrays.copyOf(begin, 32);
        byte[] to = Arrays.copyOf(begin, 32);
        Arrays.fill(to, begin.length, to.length, (byte) 0xff);
        Instant now = clock.instant();
        return database.sql(
                                "select count(*) from sign_in_session where token_hash between"
                                    + " :from and :to and ended_at is null and last_seen_at > :idle"
                                    + " and started_at > :absolute")
                        .param("from", from)
                        .param("to", to)
                        .param("idle", now.minus(properties.idleTimeout()))
                        .param("absolute", now.minus(properties.absoluteTimeout()))
                        .query(Long.class)
                        .single()
                > 0;
    }
}
