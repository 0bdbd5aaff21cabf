package earnest.mailin;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.WordsKept;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Map;
import java.util.UUID;

/** Of somebody who wrote a mail, and of the run that it started, nothing names them afterwards. */
@ExtendWith(App.Running.class)
class MailErasedTest {
    private App app;

    private long rows(String table, String column, UUID ticket) {
        return app.database()
                .sql(
                        "select count(*) from %s where ticket_id = :t and %s is not null"
                                .formatted(table, column))
                .param("t", ticket)
                .query(Long.class)
                .single();
    }

    @Test
    void theMailboxAndWhatTheRunKnewGo(App app) {
        this.app = app;
        app.needs("mail", "ldap");
        Desk maren = app.desk("maren.holt");
        Desk elif = app.desk("elif.hartono");
        String account = app.somebodyWithAMailbox();
        JsonNode known = app.knows(account);
        String mailbox = known.get("ownMail").asString();
        app.outside()
                .writeMail(mailbox, "No way in", "I forgot my password. Greetings, " + account);
        UUID ticket =
                Eventually.get(
                        "a ticket of the mail",
                        () ->
                                app.database()
                                        .sql("select ticket_id from mail_in where sender = :s")
                                        .param("s", mailbox)
                                        .query(UUID.class)
                                        .optional());
        Eventually.waitFor("a run", () -> rows("procedure_run", "waits", ticket) > 0);
        Eventually.waitFor("an answer", () -> rows("message", "id", ticket) > 0);
        JsonNode who = app.desk("tove.rask").page(ticket.toString()).get("who");
        String name = who.get("name").asString();
        assertThat(WordsKept.where(app, mailbox)).contains("mail_in.sender");
        assertThat(WordsKept.where(app, account)).contains("written_line.words");
        // What a run keeps may name somebody: its procedure says what it keeps.
        app.database()
                .sql(
                        "insert into procedure_run_value (run_id, name, value) select id, 'called',"
                                + " :name from procedure_run where ticket_id = :t")
                .param("name", name)
                .param("t", ticket)
                .update();

        String person = who.get("id").asString();
        maren.api()
                .post("/api/record/erasures", Map.of("person", person, "reason", "asked for"))
                .ok();
        for (JsonNode one : elif.api().get("/api/record/erasures").ok()) {
            if (one.get("person").asString().equals(person)) {
                elif.api()
                        .post(
                                "/api/record/erasures/" + one.get("id").asString() + "/answer",
                                Map.of("agreed", true))
                        .ok();
            }
        }
        Eventually.waitFor("it to be erased", () -> WordsKept.where(app, mailbox).isEmpty());
        assertThat(WordsKept.where(app, account)).isEmpty();
        assertThat(WordsKept.where(app, name)).isEmpty();
    }
}
