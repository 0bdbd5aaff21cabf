package earnest;

import static earnest.Provable.append;
import static earnest.Provable.check;
import static earnest.Provable.key;
import static earnest.Provable.python;
import static earnest.Provable.sealed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.core.record.ReceiptCheck;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
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
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;

/** The key that seals is changed on purpose, and whoever has an older one can still check. */
@ExtendWith(App.Running.class)
class KeyChangeTest {
    @TempDir Path folder;

    private static Answer change(Desk who, String reason) {
        return who.api().post("/api/record/key", Map.of("reason", reason));
    }

    private static JsonNode lastChange(Desk who) {
        JsonNode changes = who.api().get("/api/record/key").ok().get("changes");
        return changes.get(changes.size() - 1);
    }

    private static void changed(App app, String reason) {
        Desk maren = app.desk("maren.holt");
        change(maren, reason).ok();
        Eventually.waitFor(
                "the former key to seal the change",
                () -> lastChange(maren).get("sealed").asBoolean());
    }

    private static void proved(Verification verification) {
        assertThat(verification.outcome())
                .as(verification.words())
                .isEqualTo(Verification.Outcome.PROVED);
    }

    @Test
    void theOldKeySignsTheChangeAndOldAndNewKeyProveWhatFollows(App app) throws IOException {
        Desk elif = app.desk("elif.hartono");
        append(app, 3);
        sealed(app);
        SealKey first = key(elif);
        changed(app, "the host was replaced");
        SealKey second = key(elif);
        assertThat(second).isNotEqualTo(first);
        append(app, 3);
        sealed(app);
        changed(app, "once more");
        SealKey third = key(elif);
        append(app, 3);
        long size = sealed(app).size();
        String whole = elif.api().get("/api/record/export").text();
        String part =
                elif.api().get("/api/record/export?from=" + (size - 2) + "&to=" + size).text();
        Path file = Files.writeString(folder.resolve("export.jsonl"), whole);
        for (SealKey key : new SealKey[] {first, second, third}) {
            proved(check(whole, key));
            proved(check(part, key));
            assertThat(python(file, key)).isEqualTo("proved");
        }
        assertThat(check(whole, first).words()).contains("took over").contains(third.text());
        Path forged =
                Files.writeString(
                        folder.resolve("forged.jsonl"),
                        whole.replace(third.text(), "someone+00000000+AAAA"));
        assertThat(python(forged, first)).isNotEqualTo("proved");

        JsonNode entry =
                elif.api()
                        .get("/api/record?kind=key-changed")
                        .ok()
                        .get("entries")
                        .get(0)
                        .get("entry");
        assertThat(entry.get("words").asString()).contains("once more");
        assertThat(entry.get("actor").asString()).isEqualTo("Maren Holt");
        String signer =
                app.database()
                        .sql("select verifier_key from seal where size > :n order by size limit 1")
                        .param("n", entry.get("number").asLong())
                        .query(String.class)
                        .single();
        assertThat(signer).as("the former key's last seal").isEqualTo(second.text());
        assertThat(lastChange(elif).get("from").asString()).isEqualTo(second.text());
    }

    @Test
    void aReceiptFromAfterTheChangeIsProvedByTheOldKey(App app) {
        Desk tove = app.desk("tove.rask");
        SealKey old = key(tove);
        changed(app, "a trial");
        String ticket = app.visitor(tove);
        tove.claim(ticket, app.somebody()).ok();
        tove.close(ticket, "Only a trial.");
        sealed(app);
        byte[] receipt =
                tove.api()
                        .get("/api/tickets/" + ticket + "/receipt")
                        .text()
                        .getBytes(StandardCharsets.UTF_8);
        proved(ReceiptCheck.check(receipt, old));
        proved(ReceiptCheck.check(receipt, key(tove)));
    }

    @Test
    void onlyAStewardMayAndOnlyWithAReason(App app) {
        assertThat(change(app.desk("tove.rask"), "me").status()).isEqualTo(403);
        assertThat(change(app.desk("elif.hartono"), "me").status()).isEqualTo(403);
        Desk maren = app.desk("maren.holt");
        assertThat(change(maren, "  ").status()).isEqualTo(422);
        assertThat(change(maren, "x".repeat(401)).status()).isEqualTo(422);
        assertThat(maren.api().post("/api/record/key", Map.of()).status()).isEqualTo(422);
    }

    @Test
    void noTwoChangesAtOnce(App app) {
        Desk maren = app.desk("maren.holt");
        SealKey before = key(maren);
        change(maren, "one").ok();
        Answer second = change(maren, "two");
        Eventually.waitFor("a change", () -> lastChange(maren).get("sealed").asBoolean());
        // The sealer may have been quick; then it is a change of its own, else it is refused.
        if (second.status() != 202) {
            assertThat(second.problem()).isEqualTo("key-is-changing");
            assertThat(lastChange(maren).get("from").asString()).isEqualTo(before.text());
        }
        proved(check(app.desk("elif.hartono").api().get("/api/record/export").text(), before));
    }

    @Test
    void theNewKeyIsAFileOfItsOwnAndTheRowsCannotBeTouched(App app) throws IOException {
        changed(app, "a trial");
        try (var files = Files.list(app.ground().home().resolve("keys"))) {
            assertThat(files.filter(f -> f.getFileName().toString().matches("record-\\d+\\.key")))
                    .isNotEmpty()
                    .allSatisfy(
                            file ->
                                    assertThat(
                                                    PosixFilePermissions.toString(
                                                            Files.getPosixFilePermissions(file)))
                                            .isEqualTo("rw-------"));
        }
        for (String statement :
                new String[] {
                    "delete from key_change", "update key_change set verifier_key = ''"
                }) {
            assertThatThrownBy(() -> app.database().sql(statement).update())
                    .isInstanceOf(DataAccessException.class)
                    .hasStackTraceContaining("denied");
        }
    }
}
