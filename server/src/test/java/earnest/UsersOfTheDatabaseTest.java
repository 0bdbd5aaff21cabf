package earnest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

import java.util.List;

/** What the passwords that the running server has cannot do. */
@ExtendWith(App.Running.class)
class UsersOfTheDatabaseTest {
    private App app;

    @BeforeEach
    void app(App app) {
        this.app = app;
    }

    private static void denied(JdbcClient user, String statement) {
        assertThatThrownBy(() -> user.sql(statement).update())
                .as(statement)
                .rootCause()
                .hasMessageContaining("denied");
    }

    @Test
    void theMigratingUsersPasswordIsNotAmongTheServersSettings() {
        assertThat(app.ground().read("server.properties"))
                .doesNotContain(app.ground().secret("db-migrate"))
                .contains(app.ground().secret("db-run"));
    }

    @Test
    void aNewTableIsNobodysUntilItIsGranted() {
        JdbcClient migrating = app.databaseAs("migrate");
        migrating.sql("create table not_granted (id int)").update();
        try {
            for (String user : List.of("run", "seal", "erase")) {
                denied(app.databaseAs(user), "insert into not_granted values (1)");
                denied(app.databaseAs(user), "delete from not_granted");
            }
        } finally {
            migrating.sql("drop table not_granted").update();
        }
    }

    @Test
    void nobodyChangesTablesOrRights() {
        for (String user : List.of("run", "seal", "erase")) {
            denied(app.databaseAs(user), "create table of_my_own (id int)");
            denied(app.databaseAs(user), "drop table entry_number");
            denied(app.databaseAs(user), "grant all on earnest.* to earnest_run@localhost");
        }
    }

    /** The daily work's password neither hides an entry from the seal nor numbers nor erases. */
    @Test
    void theDailyWorkNeitherSealsNorErases() {
        for (String statement :
                List.of(
                        "call forget_numbered(0, 1000000000)",
                        "call erase_personal(uuid())",
                        "insert into entry_number (number, entry_id, leaf_hash)"
                                + " values (1000000000, uuid(), '')",
                        "delete from entry_pending",
                        "update entry set leaf = '{}'",
                        "delete from entry",
                        "delete from entry_personal")) {
            denied(app.databaseAs("run"), statement);
        }
        for (String statement : List.of("delete from entry_pending", "delete from entry")) {
            denied(app.databaseAs("seal"), statement);
            denied(app.databaseAs("erase"), statement);
        }
        denied(app.databaseAs("seal"), "insert into entry (id) values (uuid())");
    }

    /** An entry leaves those that wait for their seal only with the number it truly has. */
    @Test
    void anEntryIsNotHiddenFromTheSealByAForgedNumber() {
        Provable.append(app, 1);
        Provable.sealed(app);
        String forged = "00000000-0000-4000-8000-00000000f0f0";
        app.database()
                .sql(
                        "insert into entry (id, at, kind, actor_type, actor_id, leaf) values (:id,"
                                + " utc_timestamp(6), 'person-in', 'earnest', 'earnest', '{}')")
                .param("id", forged)
                .update();
        // Beyond the last root, with a hash that is not its leaf's.
        JdbcClient seal = app.databaseAs("seal");
        seal.sql(
                        "insert into entry_number (number, entry_id, leaf_hash) values"
                                + " (900000000000, :id, repeat('x', 32))")
                .param("id", forged)
                .update();
        JdbcClient migrating = app.databaseAs("migrate");
        try {
            migrating
                    .sql("insert into entry_pending (entry_id) values (:id)")
                    .param("id", forged)
                    .update();
            seal.sql("call forget_numbered(900000000000, 900000000001)").update();
            assertThat(
                            migrating
                                    .sql("select count(*) from entry_pending where entry_id = :id")
                                    .param("id", forged)
                                    .query(Long.class)
                                    .single())
                    .isEqualTo(1);
        } finally {
            migrating
                    .sql("delete from entry_pending where entry_id = :id")
                    .param("id", forged)
                    .update();
            migrating
                    .sql("delete from entry_number where entry_id = :id")
                    .param("id", forged)
                    .update();
            migrating.sql("delete from entry where id = :id").param("id", forged).update();
        }
    }
}
