package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Answer;
import earnest.testkit.Desk;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.Map;
import java.util.UUID;

/** Bad input gets a clear error in words, and nothing of the inside. */
@ExtendWith(App.Running.class)
class BadInputTest {
    private static void clear(Answer answer, int status) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(status);
        assertThat(answer.body().get("detail").asString())
                .hasSizeGreaterThan(20)
                .doesNotContain("Exception");
        assertThat(answer.text())
                .doesNotContain("earnest.")
                .doesNotContain("java.")
                .doesNotContain("\tat ");
    }

    @Test
    void unknownIds(App app) {
        Desk tove = app.desk("tove.rask");
        String nobody = UUID.randomUUID().toString();
        clear(tove.api().get("/api/tickets/" + nobody), 404);
        clear(tove.api().post("/api/tickets/" + nobody + "/answer"), 404);
        clear(tove.api().get("/api/tickets/tea"), 422);
        clear(tove.api().get("/api/tea"), 404);
        String ticket = app.visitor(tove);
        clear(
                tove.api()
                        .post(
                                "/api/tickets/" + ticket + "/claim",
                                Map.of("person", nobody, "version", tove.version(ticket))),
                404);
        clear(tove.type(ticket, nobody, "123456"), 404);
        clear(tove.api().post("/api/tickets/" + ticket + "/pass", Map.of("to", nobody)), 404);
        tove.claim(ticket, app.somebody()).ok();
        clear(tove.api().post("/api/tickets/" + ticket + "/checks", Map.of("offer", "tea")), 409);
        clear(
                tove.api()
                        .post(
                                "/api/tickets/" + ticket + "/changes",
                                Map.of(
                                        "system",
                                        "tea",
                                        "action",
                                        "unlock",
                                        "version",
                                        tove.version(ticket))),
                404);
        clear(tove.api().post("/api/tickets/" + ticket + "/handover/show"), 409);
    }

    @Test
    void malformedAndOversizedBodies(App app) {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        String claim = "/api/tickets/" + ticket + "/claim";
        clear(tove.api().send("POST", claim, "{"), 400);
        clear(tove.api().send("POST", claim, "[]"), 400);
        clear(tove.api().send("POST", claim, "{\"person\":7}"), 400);
        clear(tove.api().send("POST", claim, "{\"version\":1}"), 422);
        clear(tove.api().send("POST", claim, "{\"tea\":1,\"version\":1}"), 400);
        clear(
                tove.api()
                        .send(
                                "POST",
                                "/api/tickets/" + ticket + "/close",
                                "{\"summary\":\"" + "x".repeat(3_000) + "\",\"version\":0}"),
                422);
        clear(
                tove.api().send("POST", claim, "{\"person\":\"" + "x".repeat(2_000_000) + "\"}"),
                413);
        clear(tove.api().send("PUT", claim, "{}"), 405);
    }

    @Test
    void aSecondAnswerToOneCall(App app) {
        app.bell();
        Desk tove = app.desk("tove.rask");
        Desk jonas = app.desk("jonas.lie");
        String ticket = tove.answer();
        Answer late = jonas.api().post("/api/tickets/" + ticket + "/answer");
        clear(late, 409);
        assertThat(late.body().get("detail").asString()).contains("Tove Rask");
    }

    @Test
    void aSecondTabOfTheSameAnalyst(App app) {
        app.bell();
        Desk tab = app.desk("tove.rask");
        Desk other = app.desk("tove.rask");
        String ticket = tab.answer();
        long seen = other.version(ticket);
        tab.claim(ticket, app.somebody()).ok();
        Answer old =
                other.api()
                        .post(
                                "/api/tickets/" + ticket + "/claim",
                                Map.of("person", other.person("iokafor"), "version", seen));
        clear(old, 409);
        assertThat(old.problem()).isEqualTo("changed-meanwhile");
    }
}
