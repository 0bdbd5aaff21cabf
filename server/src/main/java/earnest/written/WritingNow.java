package earnest.written;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.UUID;

/** Who is writing on a ticket just now. Thread-safe. */
@Service
public class WritingNow {
    private static final Duration JUST_NOW = Duration.ofSeconds(6);

    private final JdbcClient database;
    private final Clock clock;

    WritingNow(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** That side is writing. */
    public void writes(UUID ticket, Written.Side side) {
        String column = column(side);
        database.sql(
                        "insert into written_ticket (ticket_id, sure, %s) values (:t, 0, :now) on"
                                        .formatted(column)
                                + " duplicate key update %s = :now".formatted(column))
                .param("t", ticket)
                .param("now", clock.instant())
                .update();
    }

    /** Whether that side said so within the last seconds. */
    public boolean isWriting(UUID ticket, Written.Side side) {
        List<Boolean> said =
                database.sql(
                                ("select coalesce(%s > :since, false) from written_ticket where"
                                                + " ticket_id = :t")
                                        .formatted(column(side)))
                        .param("since", clock.instant().minus(JUST_NOW))
                        .param("t", ticket)
                        .query(Boolean.class)
                        .list();
        return said.contains(true);
    }

    private static String column(Written.Side side) {
        return side == Written.Side.PERSON ? "other_writing_at" : "desk_writing_at";
    }
}
