package earnest;

import static earnest.Provable.append;
import static earnest.Provable.key;
import static earnest.Provable.python;
import static earnest.Provable.sealed;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.record.ReceiptCheck;
import earnest.core.record.Verification;
import earnest.testkit.Answer;
import earnest.testkit.Desk;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** What a question asks for is taken out as it was asked, and provable entry by entry. */
@ExtendWith(App.Running.class)
class ExportAskedTest {
    @TempDir Path folder;

    private static Answer asked(Desk who, String question) {
        return who.api().get("/api/record/export/asked?" + question);
    }

    @Test
    void exactlyWhatWasAskedForEachWithItsProof(App app) throws IOException {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, app.somebody()).ok();
        tove.close(ticket, "Only a trial.");
        append(app, 2);
        sealed(app);
        Desk elif = app.desk("elif.hartono");
        String number = tove.page(ticket).get("ticket").get("number").asString().replace("T-", "");
        for (String question : List.of("ticket=" + number, "kind=people-copied")) {
            JsonNode read = elif.api().get("/api/record?" + question).ok().get("entries");
            List<String> shown =
                    read.valueStream().map(r -> r.get("entry").get("id").asString()).toList();
            Answer export = asked(elif, question);
            String text = export.text();
            Verification verification =
                    ReceiptCheck.check(text.getBytes(StandardCharsets.UTF_8), key(elif));
            assertThat(verification.outcome())
                    .as(verification.words())
                    .isEqualTo(Verification.Outcome.PROVED);
            assertThat(shown).isNotEmpty().allMatch(text::contains);
            assertThat(text.lines().filter(l -> l.startsWith("{\"number\""))).hasSize(shown.size());
            assertThat(python(Files.writeString(folder.resolve("asked.json"), text), key(elif)))
                    .isEqualTo("proved");
        }
        String csv = asked(elif, "format=csv&ticket=" + number).text();
        assertThat(csv).startsWith("number,at,kind,").contains("Only a trial.");
        assertThat(asked(elif, "format=syslog&ticket=" + number).text()).contains("ticket-closed");
    }

    @Test
    void itGoesOnTheRecordWithWhatWasAsked(App app) {
        Desk elif = app.desk("elif.hartono");
        append(app, 1);
        sealed(app);
        asked(elif, "kind=people-copied&since=2026-01-02T03:04:00Z").ok();
        JsonNode entry =
                elif.api()
                        .get("/api/record?kind=entries-exported")
                        .ok()
                        .get("entries")
                        .get(0)
                        .get("entry");
        assertThat(entry.get("words").asString())
                .startsWith("exported, as jsonl, ")
                .endsWith(" entries of “people-copied” since 2 Jan 2026 03:04 UTC");
        JsonNode reading =
                elif.api().get("/api/record?kind=record-read").ok().get("entries").get(0);
        assertThat(reading.get("entry").get("words").asString()).startsWith("read the record ");
    }

    @Test
    void whoMayNotAndWhatIsNone(App app) {
        assertThat(asked(app.desk("tove.rask"), "kind=people-copied").status()).isEqualTo(403);
        Desk elif = app.desk("elif.hartono");
        assertThat(asked(elif, "ticket=999999").status()).isEqualTo(404);
        assertThat(asked(elif, "kind=tea").status()).isEqualTo(422);
        assertThat(asked(elif, "format=tea").status()).isEqualTo(422);
        assertThat(asked(elif, "until=1990-01-01T00:00:00Z").status()).isEqualTo(422);
        Answer bad = asked(elif, "since=tea-time");
        assertThat(bad.status()).isEqualTo(422);
        assertThat(bad.text()).contains("'since' has the wrong form").doesNotContain("tea-time");
    }
}
