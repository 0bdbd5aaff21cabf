package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Worded;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The rows of what was asked about lifting stops. */
@Component
class StopLiftings {
    /** How far a lifting is. */
    enum State implements Worded {
        ASKED,
        LIFTED,
        REFUSED
    }

    private final JdbcClient database;
    private final Clock clock;

    StopLiftings(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** In the present transaction. */
    void add(UUID id, ProofCheck stop, UUID ticket, String reason, SignedIn me) {
        database.sql(
                        """
                        insert into stop_lifting (id, check_id, person_id, ticket_id, reason, asked_by,
                          asked_by_name, asked_by_lead, asked_at, state)
                        values (:id, :check, :person, :ticket, :reason, :by, :name, :lead, :at, :state)
                        """)
                .param("id", id)
                .param("check", stop.id)
                .param("person", stop.personId)
                .param("ticket", ticket)
                .param("reason", reason)
                .param("by", me.id())
                .param("name", me.name())
                .param("lead", me.may(Right.LIFT_STOP))
                .param("at", clock.instant())
                .param("state", State.ASKED.word())
                .update();
    }

    /** What was asked about lifting the stops of a person and waits for an answer. */
    Optional<Standing.Lifting> waiting(UUID person) {
        return database.sql(
                        "select id, reason, asked_by, asked_by_name, asked_by_lead, asked_at from"
                            + " stop_lifting where person_id = :p and state = :s order by asked_at"
                            + " limit 1")
                .param("p", person)
                .param("s", State.ASKED.word())
                .query(
                        (row, i) ->
                                new Standing.Lifting(
                                        row.getObject(1, UUID.class),
                                        row.getString(2),
                                        row.getObject(3, UUID.class),
                                        row.getString(4),
                                        row.getBoolean(5),
                                        row.getTimestamp(6).toInstant()))
                .optional();
    }

    /**
     * Settles what was asked, once.
     *
     * @throws Problem 409 if it was before
     */
    void settle(UUID lifting, SignedIn me, boolean agreed) {
        int settled =
                database.sql(
                                "update stop_lifting set state = :to, answered_by = :by,"
                                        + " answered_at = :at where id = :id and state = :from")
                        .param("to", (agreed ? State.LIFTED : State.REFUSED).word())
                        .param("by", me.id())
                        .param("at", clock.instant())
                        .param("id", lifting)
                        .param("from", State.ASKED.word())
                        .update();
        if (settled != 1) {
            throw new Problem(409, "decided", "Somebody decided on this already.");
        }
    }
}
