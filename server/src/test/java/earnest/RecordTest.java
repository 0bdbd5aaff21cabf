package earnest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.core.record.Commitment;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.HashMap;
import java.util.Map;
import java.util.UUID;

/** The record can be added to and read, and nothing else. */
@ExtendWith(App.Running.class)
class RecordTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "update entry set kind = 'x'",
                "delete from entry",
                "update entry_personal set value = 'x'",
                "delete from entry_personal",
                "delete from entry_pending",
                "insert into entry_number (number, entry_id, leaf_hash) values (999999999, uuid(),"
                        + " '')",
                "insert into entry_root (size, root, at) values (999999999, '', utc_timestamp(6))",
                "insert into seal (size, sealed_at, verifier_key, note) values (9,"
                        + " utc_timestamp(6), '', '')",
                "call forget_numbered(0, 999999999)",
                "call erase_personal(uuid())",
                "call erase_copies(uuid())",
                "update rulebook set content = '{}'",
                "delete from key_fingerprint",
                "create table more (id int)",
                "truncate table entry",
                "drop table entry"
            })
    void theRunningServerMayNotChangeIt(String statement, App app) {
        assertThatThrownBy(() -> app.database().sql(statement).update())
                .rootCause()
                .hasMessageContaining("denied");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "root",
                "",
                "earnest_run",
                "earnest_migrate",
                "earnest_seal",
                "earnest_erase"
            })
    void nobodyGetsIntoTheDatabaseWithoutAPassword(String user, App app) {
        String url = "jdbc:mariadb://127.0.0.1:" + app.ground().port("DB") + "/";
        assertThatThrownBy(() -> java.sql.DriverManager.getConnection(url, user, ""))
                .hasMessageContaining("denied");
    }

    @Test
    void anEntryOutsideATransactionIsRefused(App app) {
        assertThatThrownBy(
                        () ->
                                app.bean(TheRecord.class)
                                        .append(Entry.byEarnest(EntryKind.SIGNED_IN)))
                .isInstanceOf(IllegalStateException.class);
    }

    @Test
    void leavesAreCanonicalNameNobodyAndCommitToWhatStandsBeside(App app) {
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String name = tove.page(ticket).get("who").get("name").asString();
        var rows =
                app.database()
                        .sql("select id, leaf from entry where ticket_id = :t")
                        .param("t", UUID.fromString(ticket))
                        .query(
                                (row, i) ->
                                        Map.entry(row.getObject(1, UUID.class), row.getString(2)))
                        .list();
        assertThat(rows).hasSizeGreaterThanOrEqualTo(3);
        for (var row : rows) {
            JsonNode leaf = JsonMapper.shared().readTree(row.getValue());
            assertThat(row.getValue()).doesNotContain(name).doesNotContain("Tove Rask");
            assertThat(leaf.get("id").asString()).isEqualTo(row.getKey().toString());
            assertThat(leaf.get("at").asString())
                    .matches("\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d\\.\\d{6}Z");
            Map<String, String> committed = new HashMap<>();
            app.database()
                    .sql("select field, value, salt from entry_personal where entry_id = :id")
                    .param("id", row.getKey())
                    .query(
                            p -> {
                                committed.put(
                                        p.getString(1),
                                        Commitment.to(p.getString(2), p.getBytes(3)));
                            });
            Map<String, String> inLeaf = new HashMap<>();
            leaf.get("personal")
                    .properties()
                    .forEach(e -> inLeaf.put(e.getKey(), e.getValue().asString()));
            assertThat(inLeaf).isEqualTo(committed).isNotEmpty();
        }
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry e where not exists (select 1"
                                                + " from entry_pending p where p.entry_id = e.id)"
                                                + " and not exists (select 1 from entry_number n"
                                                + " where n.entry_id = e.id)")
                                .query(Long.class)
                                .single())
                .isZero();
    }

    @Test
    void itIsAskedByTicketPersonAnalystKindAndTimeAndEachReadingIsOnIt(App app) {
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String number = tove.page(ticket).get("ticket").get("number").asString().substring(2);
        Desk elif = app.desk("elif.hartono");
        long before = readings(app);
        JsonNode found = elif.api().get("/api/record?ticket=" + number).ok().get("entries");
        assertThat(found).hasSizeGreaterThanOrEqualTo(3);
        assertThat(found.get(0).get("ticket").asString()).isEqualTo("T-" + number);
        JsonNode claims =
                elif.api()
                        .get("/api/record?kind=person-claimed&person=" + tove.person(account))
                        .ok()
                        .get("entries");
        assertThat(claims).hasSize(1);
        assertThat(elif.api().get("/api/record?since=2999-01-01T00:00:00Z").ok().get("entries"))
                .isEmpty();
        assertThat(elif.api().get("/api/record?kind=tea").status()).isEqualTo(422);
        assertThat(elif.api().get("/api/record?ticket=tea").status()).isEqualTo(422);
        assertThat(readings(app)).isEqualTo(before + 3);
    }

    private static long readings(App app) {
        return app.database()
                .sql("select count(*) from entry where kind = 'record-read'")
                .query(Long.class)
                .single();
    }

    /** It would else be answered with everything. */
    @Test
    void aQuestionThatIsMistypedIsNotAnswered(App app) {
        Answer answer = app.desk("elif.hartono").api().get("/api/record?tickett=1042");
        assertThat(answer.problem()).isEqualTo("invalid");
        assertThat(answer.text()).contains("ticket").contains("beforeEntry");
    }
}
