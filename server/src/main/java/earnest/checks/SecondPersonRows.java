package earnest.checks;

import earnest.access.SignedIn;
import earnest.ground.Worded;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The rows of what second persons were asked; the row decides who answered. */
@Component
class SecondPersonRows {
    /** How long somebody's yes holds. */
    static final Duration HOLDS = Duration.ofMinutes(15);

    private final JdbcClient database;
    private final Clock clock;

    SecondPersonRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** In the present transaction; what the same analyst asked there before is over. */
    void add(UUID id, About about, SignedIn me) {
        database.sql(
                        "update second_person set state = 'over' where ticket_id = :t and asked_by"
                                + " = :by and state = 'asked'")
                .param("t", about.ticket)
                .param("by", me.id())
                .update();
        database.sql(
                        """
                        insert into second_person (id, ticket_id, person_id, system, action, asked_by,
                          asked_by_name, asked_at, state)
                        values (:id, :ticket, :person, :system, :action, :by, :name, :at, 'asked')
                        """)
                .param("id", id)
                .param("ticket", about.ticket)
                .param("person", about.person)
                .param("system", about.system)
                .param("action", about.action)
                .param("by", me.id())
                .param("name", me.name())
                .param("at", clock.instant())
                .update();
    }

    /** For what it is asked. */
    record About(UUID ticket, UUID person, String system, String action) {}

    /** What was asked on a ticket about its person and is not too old, the latest first. */
    List<Standing.Second> onTicket(UUID ticket, UUID person) {
        return database.sql(
                        "select id, system, action, asked_by, asked_by_name, asked_at, state,"
                                + " answered_by, answered_by_name, answered_at from second_person"
                                + " where ticket_id = :t and person_id = :p and state <> 'over' and"
                                + " coalesce(answered_at, asked_at) > :since order by asked_at"
                                + " desc, id desc")
                .param("t", ticket)
                .param("p", person)
                .param("since", clock.instant().minus(HOLDS))
                .query(SecondPersonRows::row)
                .list();
    }

    private static Standing.Second row(ResultSet row, int i) throws SQLException {
        return new Standing.Second(
                row.getObject("id", UUID.class),
                row.getString("system"),
                row.getString("action"),
                row.getObject("asked_by", UUID.class),
                row.getString("asked_by_name"),
                row.getTimestamp("asked_at").toInstant(),
                Worded.find(Standing.SecondState.class, row.getString("state")).orElseThrow(),
                row.getObject("answered_by", UUID.class),
                row.getString("answered_by_name"));
    }

    /** One of a ticket that waits for an answer. */
    Optional<Standing.Second> waiting(UUID ticket, UUID person, UUID id) {
        return onTicket(ticket, person).stream()
                .filter(one -> one.id().equals(id) && one.state() == Standing.SecondState.ASKED)
                .findFirst();
    }

    /** Settles what was asked, once; false if it was before. */
    boolean settle(UUID id, SignedIn me, boolean agreed) {
        return database.sql(
                                "update second_person set state = :to, answered_by = :by,"
                                        + " answered_by_name = :name, answered_at = :at where id ="
                                        + " :id and state = 'asked'")
                        .param(
                                "to",
                                (agreed
                                                ? Standing.SecondState.AGREED
                                                : Standing.SecondState.REFUSED)
                                        .word())
                        .param("by", me.id())
                        .param("name", me.name())
                        .param("at", clock.instant())
                        .param("id", id)
                        .update()
                == 1;
    }
}
