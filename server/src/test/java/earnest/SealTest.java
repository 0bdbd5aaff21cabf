package earnest;

import static earnest.Provable.append;
import static earnest.Provable.check;
import static earnest.Provable.key;
import static earnest.Provable.python;
import static earnest.Provable.sealed;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.record.ReceiptCheck;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
import earnest.record.SealedRecord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.dao.DataAccessException;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** The record is numbered, sealed, witnessed, and provable from outside. */
@ExtendWith(App.Running.class)
class SealTest {
    @TempDir Path folder;

    @Test
    void numbersHaveNoGapsHoweverManyWriteAtOnce(App app) throws Exception {
        try (ExecutorService pool = Executors.newFixedThreadPool(8)) {
            for (int i = 0; i < 8; i++) {
                pool.submit(() -> append(app, 40));
            }
        }
        SealedRecord.Status status = sealed(app);
        assertThat(
                        app.database()
                                .sql("select max(number) + 1 - count(*) from entry_number")
                                .query(Long.class)
                                .single())
                .isZero();
        assertThat(status.size()).isGreaterThan(320);
        assertThat(status.witnesses()).isNotEmpty();
    }

    @Test
    void anExportAndEveryRangeOfItIsProved(App app) throws IOException {
        Desk elif = app.desk("elif.hartono");
        append(app, 30);
        long size = sealed(app).size();
        SealKey key = key(elif);
        String whole = elif.api().get("/api/record/export").text();
        Verification verification = check(whole, key);
        assertThat(verification.outcome())
                .as(verification.words())
                .isEqualTo(Verification.Outcome.PROVED);
        for (long[] range : new long[][] {{0, 1}, {1, 2}, {3, 21}, {size - 2, size}}) {
            String part =
                    elif.api()
                            .get("/api/record/export?from=%d&to=%d".formatted(range[0], range[1]))
                            .text();
            Verification ofPart = check(part, key);
            assertThat(ofPart.outcome()).as(ofPart.words()).isEqualTo(Verification.Outcome.PROVED);
        }
        assertThat(elif.api().get("/api/record/export?from=5&to=5").status()).isEqualTo(422);
        assertThat(elif.api().get("/api/record/export?format=tea").status()).isEqualTo(422);
        assertThat(app.desk("tove.rask").api().get("/api/record/export").status()).isEqualTo(403);
        assertThat(elif.api().get("/api/record?kind=record-exported").ok().get("entries"))
                .isNotEmpty();
        independently(whole, key);
    }

    /** By a few dozen lines that share nothing with us. */
    private void independently(String export, SealKey key) throws IOException {
        Path file = Files.writeString(folder.resolve("export.jsonl"), export);
        assertThat(python(file, key)).isEqualTo("proved");
        Path altered =
                Files.writeString(
                        folder.resolve("altered.jsonl"),
                        export.replaceFirst("people-copied", "people-cooked"));
        assertThat(python(altered, key)).isNotEqualTo("proved");
    }

    @Test
    void otherFormsCarryTheSameEntries(App app) {
        Desk elif = app.desk("elif.hartono");
        append(app, 3);
        long size = sealed(app).size();
        String csv = elif.api().get("/api/record/export?format=csv&from=" + (size - 3)).text();
        assertThat(csv).startsWith("number,at,kind,").contains("copied 7 people");
        assertThat(csv.lines()).hasSize(4);
        String syslog =
                elif.api().get("/api/record/export?format=syslog&from=" + (size - 3)).text();
        assertThat(syslog.lines())
                .hasSize(3)
                .allMatch(
                        line ->
                                line.matches(
                                        "<109>1 \\S+Z - earnest - \\S+ \\[entry@32473 .*] .*"));
    }

    @Test
    void aReceiptProvesATicketAndAnAnalystMayGiveIt(App app) throws IOException {
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        tove.close(ticket, "Only a trial.");
        sealed(app);
        String receipt = tove.api().get("/api/tickets/" + ticket + "/receipt").text();
        SealKey key = key(tove);
        Verification verification =
                ReceiptCheck.check(receipt.getBytes(StandardCharsets.UTF_8), key);
        assertThat(verification.outcome())
                .as(verification.words())
                .isEqualTo(Verification.Outcome.PROVED);
        assertThat(receipt).contains("Tove Rask").contains("person-claimed");
        assertThat(python(Files.writeString(folder.resolve("receipt.json"), receipt), key))
                .isEqualTo("proved");
        Answer unknown = tove.api().get("/api/tickets/" + UUID.randomUUID() + "/receipt");
        assertThat(unknown.status()).isEqualTo(404);
    }

    @Test
    void anEntrySaysWhereItStandsAndWhatProvesIt(App app) {
        Desk elif = app.desk("elif.hartono");
        append(app, 1);
        sealed(app);
        JsonNode entry =
                elif.api()
                        .get("/api/record?kind=people-copied")
                        .ok()
                        .get("entries")
                        .get(0)
                        .get("entry");
        assertThat(entry.get("sealedUnder").asLong()).isGreaterThan(entry.get("number").asLong());
        JsonNode proof =
                elif.api().get("/api/record/entries/" + entry.get("id").asString() + "/proof").ok();
        assertThat(proof.get("number").asLong()).isEqualTo(entry.get("number").asLong());
        assertThat(proof.get("path")).isNotEmpty();
    }

    @Test
    void theWitnessHasEverySealInOrder(App app) throws IOException {
        append(app, 2);
        long size = sealed(app).size();
        Eventually.waitFor(
                "the witness to have it",
                () -> app.bean(SealedRecord.class).status().witnesses().getFirst().size() >= size);
        String kept = Files.readString(app.ground().home().resolve("witness/seals.txt"));
        List<Long> sizes =
                kept.lines().filter(l -> l.matches("[0-9]+")).map(Long::valueOf).toList();
        assertThat(sizes).isSorted().doesNotHaveDuplicates();
        assertThat(sizes.getLast()).isGreaterThanOrEqualTo(size);
    }

    @Test
    void theRunningServerCannotRewriteNumbersOrSeals(App app) {
        append(app, 1);
        sealed(app);
        for (String statement :
                List.of(
                        "update entry_number set number = number + 1000",
                        "delete from entry_number",
                        "update seal set note = ''",
                        "delete from seal",
                        "delete from entry_root",
                        "update entry_subtree set hash = ''",
                        "update entry_pending set entry_id = uuid()",
                        "delete from entry_pending")) {
            org.assertj.core.api.Assertions.assertThatThrownBy(
                            () -> app.database().sql(statement).update())
                    .as(statement)
                    .isInstanceOf(DataAccessException.class)
                    .hasStackTraceContaining("denied");
        }
    }

    /** Whoever has the database itself can change rows, but what was sealed tells. */
    @Test
    void rowsThatWereRewrittenAreFoundAndNothingMoreIsSealed(App app) throws Exception {
        Desk elif = app.desk("elif.hartono");
        append(app, 3);
        long size = sealed(app).size();
        // Within a row of 256 that is not full yet, the sealer itself reads what was rewritten.
        while (size % 256 < 10 || size % 256 > 200) {
            append(app, 20);
            size = sealed(app).size();
        }
        SealKey key = key(elif);
        try (Connection root = root(app);
                Statement database = root.createStatement()) {
            database.execute(
                    "create table earnest.kept_number as select n.* from earnest.entry_number n"
                            + " join earnest.entry e on e.id = n.entry_id where e.leaf like"
                            + " '%people-copied%' order by n.number desc limit 1");
            database.execute(
                    "create table earnest.kept_entry as select e.* from earnest.entry e join"
                            + " earnest.kept_number k on k.entry_id = e.id");
            try {
                database.execute(
                        "update earnest.entry set leaf = replace(leaf, 'people-copied',"
                            + " 'people-cooked') where id = (select id from earnest.kept_entry)");
                Verification altered = check(elif.api().get("/api/record/export").text(), key);
                assertThat(altered.outcome()).isEqualTo(Verification.Outcome.FAILED);
                assertThat(altered.words()).contains("altered");

                database.execute(
                        "update earnest.entry_number n join earnest.entry e on e.id = n.entry_id"
                                + " set n.leaf_hash = unhex(sha2(concat(char(0), e.leaf), 256))"
                                + " where e.id = (select id from earnest.kept_entry)");
                append(app, 2);
                Thread.sleep(3_000);
                SealedRecord.Status status = app.bean(SealedRecord.class).status();
                assertThat(status.pending()).isGreaterThanOrEqualTo(2);
            } finally {
                database.execute(
                        "update earnest.entry e join earnest.kept_entry k on k.id = e.id set e.leaf"
                                + " = k.leaf");
                database.execute(
                        "update earnest.entry_number n join earnest.kept_number k on k.number ="
                                + " n.number set n.leaf_hash = k.leaf_hash");
                database.execute("drop table earnest.kept_entry");
                database.execute("drop table earnest.kept_number");
            }
        }
        assertThat(sealed(app).size()).isGreaterThanOrEqualTo(size + 2);
        Verification again = check(elif.api().get("/api/record/export").text(), key);
        assertThat(again.outcome()).as(again.words()).isEqualTo(Verification.Outcome.PROVED);
    }

    private static Connection root(App app) throws SQLException {
        return DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:" + app.ground().port("DB") + "/mysql",
                "root",
                app.ground().secret("db-root"));
    }
}
