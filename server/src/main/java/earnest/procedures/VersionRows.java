package earnest.procedures;

import earnest.core.procedures.Procedure;
import earnest.core.procedures.Reading;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/** Versions as rows. What was published never changes, so each is read once. */
@Component
class VersionRows implements Published {
    private final JdbcClient database;
    private final Clock clock;
    private final Map<UUID, Version> read = new ConcurrentHashMap<>();

    VersionRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    @Override
    public List<Version> inUse() {
        return database
                .sql(
                        "select id from procedure_version v where retired_at is null and number ="
                                + " (select max(w.number) from procedure_version w where w.name ="
                                + " v.name) order by name")
                .query(UUID.class)
                .list()
                .stream()
                .flatMap(id -> version(id).stream())
                .toList();
    }

    @Override
    public Optional<Version> version(UUID id) {
        Version known = read.get(id);
        if (known != null) {
            return Optional.of(known);
        }
        Optional<Version> found =
                database.sql("select * from procedure_version where id = :id")
                        .param("id", id)
                        .query(VersionRows::row)
                        .optional();
        found.ifPresent(version -> read.put(id, version));
        return found;
    }

    private static Version row(ResultSet row, int i) throws SQLException {
        Procedure procedure = Reading.of(row.getString("text")).procedure();
        return new Version(
                row.getObject("id", UUID.class),
                row.getString("name"),
                row.getInt("number"),
                row.getString("title"),
                Objects.requireNonNull(procedure, "what was published could be read"));
    }

    /** The number of the latest version of a name; 0 if there is none. */
    int latest(String name) {
        return database.sql(
                        "select coalesce(max(number), 0) from procedure_version where name = :n")
                .param("n", name)
                .query(Integer.class)
                .single();
    }

    /** False if another took the number at the same time. */
    boolean add(
            UUID id, String name, int number, String title, String text, String author, String by) {
        return database.sql(
                                "insert ignore into procedure_version (id, name, number, title,"
                                    + " text, author_name, published_by_name, published_at) values"
                                    + " (:id, :n, :number, :title, :text, :author, :by, :now)")
                        .param("id", id)
                        .param("n", name)
                        .param("number", number)
                        .param("title", title)
                        .param("text", text)
                        .param("author", author)
                        .param("by", by)
                        .param("now", clock.instant())
                        .update()
                == 1;
    }

    /** False if none was in use. */
    boolean retire(String name) {
        return database.sql(
                                "update procedure_version set retired_at = :now where name = :n and"
                                        + " retired_at is null")
                        .param("now", clock.instant())
                        .param("n", name)
                        .update()
                > 0;
    }
}
