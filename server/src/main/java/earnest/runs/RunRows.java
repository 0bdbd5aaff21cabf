package earnest.runs;

import earnest.core.procedures.Place;
import earnest.ground.Worded;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import tools.jackson.databind.json.JsonMapper;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

/** Runs as rows; the row decides who starts, goes on or ends one. */
@Component
class RunRows {
    private static final int LONGEST_CAME = 390;

    private final JdbcClient database;
    private final Clock clock;

    RunRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** One step, as it is shown; {@code came} null: it is under way. */
    record StepRow(
            int number,
            int line,
            String act,
            Instant beganAt,
            @Nullable Instant endedAt,
            @Nullable String came) {}

    /** False if it was started before on the same ticket by the same cause. */
    boolean add(UUID id, UUID version, String name, UUID ticket, String cause, Place place) {
        return database.sql(
                                "insert ignore into procedure_run (id, version_id, name, ticket_id,"
                                        + " cause, state, place, number, started_at) values (:id,"
                                        + " :v, :n, :t, :c, 'running', :p, 1, :now)")
                        .param("id", id)
                        .param("v", version)
                        .param("n", name)
                        .param("t", ticket)
                        .param("c", cause)
                        .param("p", text(place))
                        .param("now", clock.instant())
                        .update()
                == 1;
    }

    private static String text(Place place) {
        return JsonMapper.shared().writeValueAsString(place);
    }

    Optional<Run> find(UUID id) {
        return database.sql("select * from procedure_run where id = :id")
                .param("id", id)
                .query(RunRows::row)
                .optional();
    }

    /** Locks it for the present transaction. */
    Optional<Run> lock(UUID id) {
        return database.sql("select * from procedure_run where id = :id for update")
                .param("id", id)
                .query(RunRows::row)
                .optional();
    }

    List<Run> ofTicket(UUID ticket) {
        return database.sql(
                        "select * from procedure_run where ticket_id = :t order by started_at, id")
                .param("t", ticket)
                .query(RunRows::row)
                .list();
    }

    private static Run row(ResultSet row, int i) throws SQLException {
        Timestamp ended = row.getTimestamp("ended_at");
        return new Run(
                row.getObject("id", UUID.class),
                row.getObject("version_id", UUID.class),
                row.getString("name"),
                row.getObject("ticket_id", UUID.class),
                row.getString("cause"),
                Worded.find(Run.State.class, row.getString("state")).orElseThrow(),
                JsonMapper.shared().readValue(row.getString("place"), Place.class),
                row.getInt("number"),
                row.getString("waits"),
                row.getString("how"),
                row.getTimestamp("started_at").toInstant(),
                ended == null ? null : ended.toInstant());
    }

    /** When a step began; written down now if it was not yet. */
    Instant begun(UUID run, int number, int line, String act) {
        database.sql(
                        "insert ignore into procedure_run_step (run_id, number, line, act,"
                                + " began_at) values (:r, :n, :l, :a, :now)")
                .param("r", run)
                .param("n", number)
                .param("l", line)
                .param("a", act)
                .param("now", clock.instant())
                .update();
        return database.sql(
                        "select began_at from procedure_run_step where run_id = :r and number = :n")
                .param("r", run)
                .param("n", number)
                .query(Timestamp.class)
                .single()
                .toInstant();
    }

    /** Ends a step; false if it was ended before. */
    boolean ended(UUID run, int number, String came) {
        return database.sql(
                                "update procedure_run_step set ended_at = :now, came = :c where"
                                        + " run_id = :r and number = :n and ended_at is null")
                        .param("now", clock.instant())
                        .param("c", came.substring(0, Math.min(LONGEST_CAME, came.length())))
                        .param("r", run)
                        .param("n", number)
                        .update()
                == 1;
    }

    /** From a step to the next one; false if it is not there any more. */
    boolean goesOn(UUID run, int from, Place to) {
        return database.sql(
                                "update procedure_run set place = :p, number = number + 1, waits ="
                                        + " null where id = :id and state = 'running' and number ="
                                        + " :n")
                        .param("p", text(to))
                        .param("id", run)
                        .param("n", from)
                        .update()
                == 1;
    }

    void waits(UUID run, int number, String what) {
        database.sql(
                        "update procedure_run set waits = :w where id = :id and number = :n and"
                                + " state = 'running' and (waits is null or waits <> :w)")
                .param("w", what)
                .param("id", run)
                .param("n", number)
                .update();
    }

    /** False if it had ended already. */
    boolean end(UUID run, Run.State state, String how) {
        return database.sql(
                                "update procedure_run set state = :s, how = :h, waits = null,"
                                        + " ended_at = :now where id = :id and state = 'running'")
                        .param("s", state.word())
                        .param("h", how)
                        .param("now", clock.instant())
                        .param("id", run)
                        .update()
                == 1;
    }

    void value(UUID run, String name, String value) {
        database.sql(
                        "insert into procedure_run_value (run_id, name, value) values (:r, :n, :v)"
                                + " on duplicate key update value = :v")
                .param("r", run)
                .param("n", name)
                .param("v", value)
                .update();
    }

    Map<String, String> values(UUID run) {
        return database
                .sql("select name, value from procedure_run_value where run_id = :r")
                .param("r", run)
                .query((row, i) -> Map.entry(row.getString("name"), row.getString("value")))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    List<StepRow> steps(UUID run) {
        return database.sql("select * from procedure_run_step where run_id = :r order by number")
                .param("r", run)
                .query(
                        (row, i) -> {
                            Timestamp ended = row.getTimestamp("ended_at");
                            return new StepRow(
                                    row.getInt("number"),
                                    row.getInt("line"),
                                    row.getString("act"),
                                    row.getTimestamp("began_at").toInstant(),
                                    ended == null ? null : ended.toInstant(),
                                    row.getString("came"));
                        })
                .list();
    }
}
