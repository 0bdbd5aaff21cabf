package earnest.staff;

import earnest.access.Role;
import earnest.access.SignedIn;
import earnest.ground.Problem;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The rows of changes of the staff that were asked for. */
@Component
class StaffChangeRows {
    private final JdbcClient database;
    private final Clock clock;

    StaffChangeRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** Those that wait, oldest first. */
    List<StaffChanges.Asked> waiting() {
        return database.sql("select * from staff_change where state = 'WAITING' order by asked_at")
                .query(StaffChangeRows::asked)
                .list();
    }

    /** Locks one for the present transaction. */
    Optional<StaffChanges.Asked> lock(UUID id) {
        return database.sql("select * from staff_change where id = :id for update")
                .param("id", id)
                .query(StaffChangeRows::asked)
                .optional();
    }

    private static StaffChanges.Asked asked(ResultSet row, int i) throws SQLException {
        return new StaffChanges.Asked(
                row.getObject("id", UUID.class),
                StaffChanges.Kind.valueOf(row.getString("kind")),
                row.getObject("analyst_id", UUID.class),
                row.getString("login"),
                row.getString("name"),
                Role.of(row.getString("roles")),
                row.getString("own_account"),
                row.getObject("asked_by", UUID.class),
                row.getString("asked_by_name"),
                row.getTimestamp("asked_at").toInstant());
    }

    /** In the present transaction. */
    void add(StaffChanges.Asked asked) {
        database.sql(
                        """
                        insert into staff_change (id, kind, analyst_id, login, name, roles, own_account,
                          asked_by, asked_by_name, asked_at, state)
                        values (:id, :kind, :analyst, :login, :name, :roles, :own, :by, :byName, :at, 'WAITING')
                        """)
                .param("id", asked.id())
                .param("kind", asked.kind().name())
                .param("analyst", asked.analyst())
                .param("login", asked.login())
                .param("name", asked.name())
                .param("roles", StaffChanges.words(asked.roles()))
                .param("own", asked.ownAccount())
                .param("by", asked.askedBy())
                .param("byName", asked.askedByName())
                .param("at", asked.askedAt())
                .update();
    }

    /**
     * Settles one that waits, once.
     *
     * @throws Problem 409 if it was before
     */
    void settle(UUID id, StaffChanges.State to, SignedIn me) {
        int settled =
                database.sql(
                                "update staff_change set state = :to, answered_by = :by,"
                                        + " answered_at = :at where id = :id and state = 'WAITING'")
                        .param("to", to.name())
                        .param("by", me.id())
                        .param("at", clock.instant())
                        .param("id", id)
                        .update();
        if (settled != 1) {
            throw new Problem(409, "decided", "Somebody decided on this already.");
        }
    }
}
