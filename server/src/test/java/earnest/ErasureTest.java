package earnest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.core.record.ReceiptCheck;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
import earnest.record.SealedRecord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** What names a person goes when one asked and another agreed, and every proof holds. */
@ExtendWith(App.Running.class)
class ErasureTest {
    private App app;
    private Desk maren;
    private Desk elif;
    private String person;
    private String name;
    private String ticket;

    @BeforeEach
    void somebodyCalled(App app) {
        this.app = app;
        maren = app.desk("maren.holt");
        elif = app.desk("elif.hartono");
        Desk tove = app.desk("tove.rask");
        Outside outside = app.outside();
        String account = app.somebody();
        ticket = app.proved(tove, account);
        JsonNode who = tove.page(ticket).get("who");
        person = who.get("id").asString();
        name = who.get("name").asString();
    }

    private Answer ask(Desk who, String reason) {
        return who.api().post("/api/record/erasures", Map.of("person", person, "reason", reason));
    }

    private JsonNode waiting(Desk who) {
        for (JsonNode one : who.api().get("/api/record/erasures").ok()) {
            if (one.get("person").asString().equals(person)) {
                return one;
            }
        }
        throw new AssertionError("nothing waits for " + person);
    }

    private static Answer answer(Desk who, String erasure, boolean agreed) {
        return who.api()
                .post("/api/record/erasures/" + erasure + "/answer", Map.of("agreed", agreed));
    }

    private long values(String field) {
        return app.database()
                .sql(
                        "select count(*) from entry e join entry_personal p on p.entry_id = e.id"
                                + " where e.ticket_id = :t and p.field = :f")
                .param("t", UUID.fromString(ticket))
                .param("f", field)
                .query(Long.class)
                .single();
    }

    @Test
    void twoEraseAndTheReceiptStillProves() {
        SealedRecord sealed = app.bean(SealedRecord.class);
        long actors = values("actor");
        assertThat(values("person")).isPositive();
        ask(maren, "asked for by letter of 3 November").ok();
        String erasure = waiting(maren).get("id").asString();
        assertThat(waiting(elif).get("name").asString()).isEqualTo(name);
        assertThat(waiting(elif).get("values").asLong()).isPositive();
        assertThat(answer(maren, erasure, true).problem()).isEqualTo("needs-second-person");
        answer(elif, erasure, true).ok();
        assertThat(answer(elif, erasure, false).problem()).isEqualTo("decided");

        Eventually.waitFor("it to be erased", () -> values("person") == 0);
        assertThat(values("account")).isZero();
        assertThat(values("actor")).isEqualTo(actors);
        JsonNode read = elif.api().get("/api/record?person=" + person).ok().get("entries");
        assertThat(read.toString()).doesNotContain(name).contains("(erased)");
        String receipt =
                Eventually.get(
                                "the ticket to be sealed",
                                () ->
                                        Optional.of(
                                                        elif.api()
                                                                .get(
                                                                        "/api/tickets/"
                                                                                + ticket
                                                                                + "/receipt"))
                                                .filter(answer -> answer.status() == 200))
                        .text();
        assertThat(receipt).doesNotContain(name);
        Verification verification =
                ReceiptCheck.check(
                        receipt.getBytes(StandardCharsets.UTF_8),
                        SealKey.read(sealed.keys().key()));
        assertThat(verification.outcome())
                .as(verification.words())
                .isEqualTo(Verification.Outcome.PROVED);
    }

    @Test
    void whoAskedCanTakeItBackAndNothingGoes() {
        ask(maren, "a mistake").ok();
        String erasure = waiting(maren).get("id").asString();
        answer(maren, erasure, false).ok();
        assertThat(values("person")).isPositive();
        assertThat(answer(elif, erasure, true).problem()).isEqualTo("decided");
    }

    @Test
    void analystsMayNotAskNorAgree() {
        Desk tove = app.desk("tove.rask");
        assertThat(ask(tove, "why not").status()).isEqualTo(403);
        assertThat(tove.api().get("/api/record/erasures").status()).isEqualTo(403);
        assertThat(ask(maren, " ").status()).isEqualTo(422);
    }

    /** Whoever has the server's own way into the database cannot erase by it alone. */
    @Test
    void theDatabaseItselfAsksForTheSecondPerson() {
        ask(maren, "alone").ok();
        UUID erasure = UUID.fromString(waiting(maren).get("id").asString());
        long before = values("person");
        assertThatThrownBy(
                        () ->
                                app.database()
                                        .sql("call erase_personal(:id)")
                                        .param("id", erasure)
                                        .update())
                .rootCause()
                .hasMessageContaining("denied");
        // Rows that are forged with the server's own password do not help the eraser either.
        app.database()
                .sql(
                        "insert into erasure_answer (erasure_id, agreed, answered_by, answered_at)"
                            + " select id, true, uuid(), utc_timestamp(6) from erasure where id ="
                            + " :id")
                .param("id", erasure)
                .update();
        assertThatThrownBy(
                        () ->
                                app.databaseAs("erase")
                                        .sql("call erase_personal(:id)")
                                        .param("id", erasure)
                                        .update())
                .rootCause()
                .hasMessageContaining("rests on nothing");
        assertThat(values("person")).isEqualTo(before);
        assertThatThrownBy(() -> app.database().sql("delete from entry_personal").update())
                .rootCause()
                .hasMessageContaining("denied");
        assertThatThrownBy(
                        () -> app.database().sql("update erasure set asked_by = uuid()").update())
                .rootCause()
                .hasMessageContaining("denied");
    }

    /** What names them in what the desk keeps goes too; who of the desk did it stays. */
    @Test
    void theDesksOwnWordsGoAndColleaguesStay() {
        Desk jonas = app.desk("jonas.lie");
        Desk tove = app.desk("tove.rask");
        jonas.api().post("/api/tickets/" + ticket + "/take").ok();
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
        tove.close(ticket, "This was about " + name + ".");
        ask(maren, "asked for by " + name).ok();
        String erasure = waiting(maren).get("id").asString();
        answer(elif, erasure, true).ok();
        Eventually.waitFor("it to be erased", () -> values("person") == 0);
        assertThat(WordsKept.where(app, name)).isEmpty();
        assertThat(values("from")).isEqualTo(2);
    }
}
