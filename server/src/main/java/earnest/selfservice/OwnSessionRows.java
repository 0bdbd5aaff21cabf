package earnest.selfservice;

import earnest.access.Tokens;
import earnest.ground.Worded;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Sessions as rows; the row decides who moves or ends one. */
@Component
class OwnSessionRows {
    private final JdbcClient database;
    private final Clock clock;

    OwnSessionRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    void add(OwnSession session, String token) {
        database.sql(
                        "insert into own_session (id, token_hash, name_mark, person_id, ticket_id,"
                            + " state, started_at, last_step_at, wrong, wants) values (:id, :hash,"
                            + " :mark, :person, :ticket, 'OPEN', :at, :at, 0, :wants)")
                .param("wants", session.wants().word())
                .param("id", session.id())
                .param("hash", Tokens.hash(token))
                .param("mark", session.nameMark())
                .param("person", session.person())
                .param("ticket", session.ticket())
                .param("at", session.startedAt())
                .update();
    }

    /** What a browser's token is for. */
    sealed interface Found {
        record Here(OwnSession session) implements Found {}

        /** It goes on in another browser. */
        record Moved() implements Found {}

        record Over() implements Found {}
    }

    Found of(String token) {
        byte[] hash = Tokens.hash(token);
        Optional<OwnSession> open =
                database.sql(
                                "select * from own_session where token_hash = :hash and state ="
                                        + " 'OPEN'")
                        .param("hash", hash)
                        .query(OwnSessionRows::row)
                        .optional();
        if (open.isPresent()) {
            return open.get().endsAt().isAfter(clock.instant())
                    ? new Found.Here(open.get())
                    : new Found.Over();
        }
        boolean moved =
                database.sql("select count(*) from own_session where former_hash = :hash")
                                .param("hash", hash)
                                .query(Long.class)
                                .single()
                        > 0;
        return moved ? new Found.Moved() : new Found.Over();
    }

    private static OwnSession row(ResultSet row, int i) throws SQLException {
        return new OwnSession(
                row.getObject("id", UUID.class),
                row.getString("name_mark"),
                row.getObject("person_id", UUID.class),
                row.getObject("ticket_id", UUID.class),
                row.getTimestamp("started_at").toInstant(),
                row.getTimestamp("last_step_at").toInstant(),
                row.getInt("wrong"),
                Worded.find(OwnSession.Wants.class, row.getString("wants")).orElseThrow(),
                row.getString("nobody"));
    }

    /** A step was made; false if it is over. */
    boolean step(UUID id) {
        return database.sql(
                                "update own_session set last_step_at = :now where id = :id and"
                                        + " state = 'OPEN'")
                        .param("now", clock.instant())
                        .param("id", id)
                        .update()
                == 1;
    }

    /** From now on it is for something else; false if it is over. */
    boolean goesOnFor(UUID id, OwnSession.Wants wants) {
        return database.sql(
                                "update own_session set wants = :wants where id = :id and state ="
                                        + " 'OPEN'")
                        .param("wants", wants.word())
                        .param("id", id)
                        .update()
                == 1;
    }

    /** Counts a wrong answer. */
    void wrong(UUID id) {
        database.sql("update own_session set wrong = wrong + 1 where id = :id and state = 'OPEN'")
                .param("id", id)
                .update();
    }

    void pretend(UUID id, String nobody) {
        database.sql("update own_session set nobody = :n where id = :id and state = 'OPEN'")
                .param("n", nobody)
                .param("id", id)
                .update();
    }

    /** From now on it is the browser's with this token; empty if there is none to move. */
    Optional<UUID> move(UUID ticket, String token) {
        Optional<UUID> id =
                database.sql(
                                "select id from own_session where ticket_id = :t and state = 'OPEN'"
                                        + " for update")
                        .param("t", ticket)
                        .query(UUID.class)
                        .optional();
        id.ifPresent(
                one ->
                        database.sql(
                                        "update own_session set former_hash = token_hash,"
                                                + " token_hash = :hash, last_step_at = :now,"
                                                + " nobody = null where id = :id")
                                .param("hash", Tokens.hash(token))
                                .param("now", clock.instant())
                                .param("id", one)
                                .update());
        return id;
    }

    /** Ends those of a ticket. */
    void endOf(UUID ticket) {
        openOn(ticket).forEach(session -> end(session.id()));
    }

    /** Open ones of a ticket. */
    List<OwnSession> openOn(UUID ticket) {
        return database.sql("select * from own_session where ticket_id = :t and state = 'OPEN'")
                .param("t", ticket)
                .query(OwnSessionRows::row)
                .list();
    }

    /** False if it was over already. */
    boolean end(UUID id) {
        return database.sql(
                                "update own_session set state = 'ENDED', nobody = null where id ="
                                        + " :id and state = 'OPEN'")
                        .param("id", id)
                        .update()
                == 1;
    }

    /** Open ones of a person, with their tickets. */
    List<OwnSession> openOf(UUID person) {
        return database.sql("select * from own_session where person_id = :p and state = 'OPEN'")
                .param("p", person)
                .query(OwnSessionRows::row)
                .list();
    }

    /** Those whose time is over. */
    List<OwnSession> outOfTime() {
        Instant now = clock.instant();
        return database.sql(
                        "select * from own_session where state = 'OPEN' and (last_step_at <= :idle"
                                + " or started_at <= :first) limit 500")
                .param("idle", now.minus(OwnSession.IDLE))
                .param("first", now.minus(OwnSession.LONGEST))
                .query(OwnSessionRows::row)
                .list();
    }

    /** Takes away what nobody needs any more. */
    void forget(Instant before) {
        database.sql("delete from own_session where state = 'ENDED' and started_at < :t")
                .param("t", before)
                .update();
    }
}
