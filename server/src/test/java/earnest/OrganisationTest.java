package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.ground.Organisation;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.List;

/** Whatever is an organisation's says so, though there is one. */
@ExtendWith(App.Running.class)
class OrganisationTest {
    /** What is the installation's own. */
    private static final List<String> INSTALLATION =
            List.of(
                    "entry_number",
                    "entry_pending",
                    "entry_root",
                    "entry_subtree",
                    "epoch",
                    "flyway_schema_history",
                    "guess_limit",
                    "key_change",
                    "key_fingerprint",
                    "lease",
                    "organisation",
                    "own_puzzle_used",
                    "own_try",
                    "scheduled_tasks",
                    "seal",
                    "seal_witness");

    private final App app;

    OrganisationTest(App app) {
        this.app = app;
    }

    @Test
    void everyTableOfAnOrganisationsThingsHasItsColumn() {
        List<String> without =
                app.databaseAs("migrate")
                        .sql(
                                "select t.table_name from information_schema.tables t where"
                                    + " t.table_schema = database() and t.table_type = 'BASE TABLE'"
                                    + " and not exists (select 1 from information_schema.columns c"
                                    + " where c.table_schema = t.table_schema and c.table_name ="
                                    + " t.table_name and c.column_name = 'organisation') order by"
                                    + " t.table_name")
                        .query(String.class)
                        .list();
        assertThat(without).isEqualTo(INSTALLATION);
    }

    @Test
    void everyEntryNamesIt() {
        String leaf =
                app.database()
                        .sql("select leaf from entry order by id desc limit 1")
                        .query(String.class)
                        .single();
        assertThat(leaf)
                .contains("\"organisation\":\"%s\"".formatted(Organisation.FIRST))
                .contains("\"version\":2");
    }
}
