package earnest.access;

import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;

/** Which sessions still live and with which roles, many at once, without keeping them alive. */
@Component
public class LiveSessions {
    private static final int HASH_BYTES = 32;
    private final JdbcTemplate database;
    private final AccessProperties properties;
    private final Clock clock;

    LiveSessions(JdbcTemplate database, AccessProperties properties, Clock clock) {
        this.database = database;
        this.properties = properties;
        this.clock = clock;
    }

    /**
     * Those of them that live, with whose they are.
     *
     * @param sessions as {@link SignedIn#session} gives them
     */
    public Map<String, SignedIn> live(Collection<String> sessions) {
        Map<String, SignedIn> live = new HashMap<>();
        if (sessions.isEmpty()) {
            return live;
        }
        Instant now = clock.instant();
        List<Object> values = new ArrayList<>();
        values.add(now.minus(properties.idleTimeout()));
        values.add(now.minus(properties.absoluteTimeout()));
        for (String session : sessions) {
            byte[] begin = HexFormat.of().parseHex(session);
            byte[] last = Arrays.copyOf(begin, HASH_BYTES);
            Arrays.fill(last, begin.length, last.length, (byte) 0xff);
            values.add(Arrays.copyOf(begin, HASH_BYTES));
            values.add(last);
        }
        String ranges = "s.token_hash between ? and ?";
        database.query(
                "select a.id, a.login, a.name, a.roles, a.own_account, s.token_hash from"
                        + " sign_in_session s join analyst a on a.id = s.analyst_id where"
                        + " s.ended_at is null and a.ended_at is null and s.last_seen_at > ? and"
                        + " s.started_at > ? and ("
                        + ranges
                        + (" or " + ranges).repeat(sessions.size() - 1)
                        + ")",
                row -> {
                    String session = OpenSessions.name(row.getBytes("token_hash"));
                    live.put(session, OpenSessions.who(row, session));
                },
                values.toArray());
        return live;
    }
}
