package earnest.systems;

import earnest.ground.Ids;

import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Connection tests as rows; one under way for each system, which the table keeps. */
@Component
class ConnectionTestRows {
    private static final Duration KEPT = Duration.ofDays(90);

    private final JdbcClient database;
    private final Ids ids;

    ConnectionTestRows(JdbcClient database, Ids ids) {
        this.database = database;
        this.ids = ids;
    }

    /** Begins one; empty where one is under way. */
    Optional<UUID> begin(
            String system, long version, @Nullable UUID by, @Nullable String name, Instant at) {
        UUID id = ids.next();
        try {
            database.sql(
                            "insert into connection_test (id, `system`, system_version, asked_by,"
                                    + " asked_by_name, asked_at, state, steps) values (:id, :s, :v,"
                                    + " :by, :name, :at, 'RUNNING', '[]')")
                    .param("id", id)
                    .param("s", system)
                    .param("v", version)
                    .param("by", by)
                    .param("name", name)
                    .param("at", at)
                    .update();
            return Optional.of(id);
        } catch (DuplicateKeyException underWay) {
            return Optional.empty();
        }
    }

    /** The latest of each system. */
    List<ConnectionTest> latest() {
        return database.sql(
                        "select * from connection_test t where asked_at = (select max(asked_at)"
                                + " from connection_test o where o.`system` = t.`system`)")
                .query(ConnectionTestRows::row)
                .list();
    }

    Optional<ConnectionTest> latest(String system) {
        return database.sql(
                        "select * from connection_test where `system` = :s order by asked_at desc"
                                + " limit 1")
                .param("s", system)
                .query(ConnectionTestRows::row)
                .optional();
    }

    Optional<ConnectionTest> find(UUID id) {
        return database.sql("select * from connection_test where id = :id")
                .param("id", id)
                .query(ConnectionTestRows::row)
                .optional();
    }

    /** Keeps how far it is, while it is under way. */
    void keep(UUID id, List<TestedStep> steps) {
        database.sql(
                        "update connection_test set steps = :steps where id = :id and state ="
                                + " 'RUNNING'")
                .param("id", id)
                .param("steps", JsonMapper.shared().writeValueAsString(steps))
                .update();
    }

    /** Ends it; false if it was over. Those that nobody looks at any more go. */
    boolean end(UUID id, String system, Instant at) {
        database.sql("delete from connection_test where `system` = :s and asked_at < :old")
                .param("s", system)
                .param("old", at.minus(KEPT))
                .update();
        return database.sql(
                                "update connection_test set state = 'DONE', ended_at = :at where id"
                                        + " = :id and state = 'RUNNING'")
                        .param("id", id)
                        .param("at", at)
                        .update()
                == 1;
    }

    private static ConnectionTest row(ResultSet row, int i) throws SQLException {
        Timestamp ended = row.getTimestamp("ended_at");
        return new ConnectionTest(
                row.getObject("id", UUID.class),
                row.getString("system"),
                row.getLong("system_version"),
                row.getObject("asked_by", UUID.class),
                row.getString("asked_by_name"),
                row.getTimestamp("asked_at").toInstant(),
                ended == null ? null : ended.toInstant(),
                JsonMapper.shared().readValue(row.getString("steps"), new TypeReference<>() {}));
    }
}
