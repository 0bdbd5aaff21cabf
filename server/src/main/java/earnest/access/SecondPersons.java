package earnest.access;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.UUID;

/**
 * Who may be a second person to whom: somebody else, and nobody who had a hand in their coming a
 * short while ago, nor they in theirs. Else one steward would make a second one of their own.
 */
@Component
public class SecondPersons {
    private static final Duration TOO_CLOSE = Duration.ofDays(30);

    private final JdbcClient database;
    private final Clock clock;

    SecondPersons(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** Whether one may agree to what another asked for. */
    public boolean mayAgree(UUID one, UUID asked) {
        return !one.equals(asked)
                && database.sql(
                                        "select count(*) from staff_hand where at > :since and"
                                                + " (analyst_id = :a and by_id = :b or analyst_id ="
                                                + " :b and by_id = :a)")
                                .param("since", clock.instant().minus(TOO_CLOSE))
                                .param("a", one)
                                .param("b", asked)
                                .query(Long.class)
                                .single()
                        == 0;
    }

    /** Writes down that somebody had a hand in somebody's coming, in the present transaction. */
    void hand(UUID analyst, UUID by) {
        database.sql(
                        "insert into staff_hand (analyst_id, by_id, at) values (:a, :b, :at) on"
                                + " duplicate key update at = :at")
                .param("a", analyst)
                .param("b", by)
                .param("at", clock.instant())
                .update();
    }
}
