package earnest.people;

import earnest.ground.Epoch;
import earnest.ground.Remembered;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;

/** The sources of people as rows. */
@Component
class SourceRows {
    private final JdbcClient database;
    private final Remembered<Boolean, List<SourceRow>> all;

    SourceRows(JdbcClient database, Epoch epoch) {
        this.database = database;
        this.all = new Remembered<>(epoch, 1, any -> read());
    }

    /** All, in the order in which they are asked. */
    List<SourceRow> all() {
        return all.get(true);
    }

    private List<SourceRow> read() {
        return database.sql("select * from people_source order by position, id")
                .query(SourceRows::row)
                .list();
    }

    private static SourceRow row(ResultSet row, int i) throws SQLException {
        return new SourceRow(
                row.getString("id"),
                row.getString("system"),
                row.getInt("position"),
                row.getString("mapping"),
                SameBy.of(row.getString("same_by")),
                Duration.ofSeconds(row.getInt("whole_every_s")),
                Duration.ofSeconds(row.getInt("changes_every_s")),
                row.getInt("believed_gone"),
                row.getLong("version"));
    }

    /** Takes one away; 1 if it was there. */
    int remove(String id) {
        return database.sql("delete from people_source where id = :id").param("id", id).update();
    }

    /** Adds or replaces one; what it says is read whole the next time. */
    void put(SourceRow row) {
        database.sql(
                        """
                        insert into people_source (id, `system`, position, mapping, same_by, whole_every_s,
                          changes_every_s, believed_gone, version)
                        values (:id, :system, :position, :mapping, :same, :whole, :changes, :gone, 1)
                        on duplicate key update `system` = :system, position = :position, mapping = :mapping,
                          same_by = :same, whole_every_s = :whole, changes_every_s = :changes,
                          believed_gone = :gone, version = version + 1
                        """)
                .param("id", row.id())
                .param("system", row.system())
                .param("position", row.position())
                .param("mapping", row.mapping())
                .param("same", row.sameBy().id())
                .param("whole", row.wholeEvery().toSeconds())
                .param("changes", row.changesEvery().toSeconds())
                .param("gone", row.believedGone())
                .update();
        database.sql("update people_copy set changes_since = null where source = :id")
                .param("id", row.id())
                .update();
    }
}
