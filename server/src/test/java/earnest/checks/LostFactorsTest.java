package earnest.checks;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.Judged;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.ground.Writes;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

import tools.jackson.databind.JsonNode;

import java.util.Map;

/** An analyst takes away what somebody lost, with enough proof and never without. */
@ExtendWith(App.Running.class)
class LostFactorsTest {
    private App app;
    private Desk tove;
    private String account;
    private String ticket;
    private String codes;

    @BeforeEach
    void somebodyHasSomething(App app) {
        this.app = app;
        app.needs("recovery-code", "badge", "text");
        account = app.somebody();
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        codes = page.setUp("recovery-code").ok().get("id").asString();
        page.http().delete("/api/own/session").ok();
        tove = app.desk("tove.rask");
        ticket = tove.api().post("/api/visits").ok().get("ticket").asString();
        tove.claim(ticket, account).ok();
    }

    private JsonNode factors() {
        return tove.api().get("/api/tickets/" + ticket + "/factors").ok();
    }

    private Answer remove(Desk desk) {
        return desk.api().delete("/api/tickets/" + ticket + "/factors/" + codes);
    }

    @Test
    void withoutProofNothingIsTakenAway() {
        assertThat(factors().get("factors").toString()).contains("Recovery codes");
        assertThat(factors().at("/judged/verdict").asString()).isEqualTo("short");
        assertThat(remove(tove).problem()).isEqualTo("not-sure-enough");
        app.word(tove, ticket, "north");
        app.word(tove, ticket, "south");
        assertThat(remove(tove).problem()).as("nobody vouches").isEqualTo("not-sure-enough");
        assertThat(remove(app.desk("jonas.lie")).problem()).isEqualTo("held-by-another");
        assertThat(app.recorded(ticket, "factor-removed")).isFalse();
        tove.close(ticket, "Only a trial.");
    }

    /** No deed that the page lists asks for one, so the page has to hear of it by itself. */
    @Test
    void whereARuleAsksForASecondPersonForThisAloneAColleagueIsShownIt() {
        tove.heard(ticket, tove.begin(ticket, "badge"), "fits").ok();
        app.word(tove, ticket, "north");
        long before = inForce();
        rules("json_array_append(content, '$.rules', json_extract(:r, '$'))", before);
        try {
            assertThat(remove(tove).problem()).isEqualTo("needs-second-person");
            String second =
                    tove.api()
                            .post(
                                    "/api/tickets/" + ticket + "/second",
                                    Map.of("system", "earnest", "action", LostFactors.REPLACE))
                            .ok()
                            .get("second")
                            .asString();
            assertThat(tove.page(ticket).get("toAgree")).isEmpty();
            Desk jonas = app.desk("jonas.lie");
            JsonNode asked = jonas.page(ticket).get("toAgree");
            assertThat(asked.at("/0/id").asString()).isEqualTo(second);
            assertThat(asked.at("/0/deed").asString())
                    .isEqualTo("replace something that proves somebody");
            jonas.api()
                    .post(
                            "/api/tickets/" + ticket + "/second/" + second + "/answer",
                            Map.of("agreed", true))
                    .ok();
            assertThat(jonas.page(ticket).get("toAgree")).isEmpty();
            remove(tove).ok();
            assertThat(tove.page(ticket).get("tape").toString())
                    .contains(
                            "asked for a second person, to replace something that proves somebody"
                                    + " for");
        } finally {
            rules("if(:r is null, content, content)", before);
        }
        tove.close(ticket, "Their paper got wet.");
    }

    private long inForce() {
        return app.database().sql("select max(version) from rulebook").query(Long.class).single();
    }

    /** Puts rules in force that are made of those of a version. */
    private void rules(String content, long of) {
        app.bean(Writes.class)
                .run(
                        () ->
                                app.bean(JdbcClient.class)
                                        .sql(
                                                "insert into rulebook (version, name, content,"
                                                        + " in_force_since) select (select"
                                                        + " max(version) from rulebook) + 1, name, "
                                                        + content
                                                        + ", utc_timestamp(6) from rulebook where"
                                                        + " version = :of")
                                        .param("of", of)
                                        .param(
                                                "r",
                                                "{\"action\": \"replace-factor\", \"system\":"
                                                        + " \"*\", \"group\": \"*\","
                                                        + " \"points\": 45, \"secondPerson\":"
                                                        + " true}")
                                        .update());
    }

    @Test
    void withABadgeAndMoreItIsAndItsPersonIsTold() {
        Judged.rulebookStands(app);
        int texts = app.outside().texts(account).size();
        tove.heard(ticket, tove.begin(ticket, "badge"), "fits").ok();
        app.word(tove, ticket, "north");
        assertThat(factors().at("/judged/verdict").asString()).isEqualTo("open");
        remove(tove).ok();
        assertThat(remove(tove).status()).isEqualTo(404);
        assertThat(factors().get("factors").toString()).doesNotContain("Recovery codes");
        assertThat(app.recorded(ticket, "factor-removed")).isTrue();
        Eventually.waitFor("them to be told", () -> app.outside().texts(account).size() > texts);
        Judged.allAllowed(app, ticket);
        tove.close(ticket, "Their paper got wet.");
    }
}
