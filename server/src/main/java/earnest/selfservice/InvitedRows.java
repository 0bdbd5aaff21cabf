package earnest.selfservice;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** When people were last invited. */
@Component
class InvitedRows {
    private final JdbcClient database;
    private final Clock clock;

    InvitedRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    void invited(UUID person) {
        database.sql(
                        "insert into proof_invited (person_id, at) values (:p, :at) on duplicate"
                                + " key update at = values(at)")
                .param("p", person)
                .param("at", clock.instant())
                .update();
    }
}
