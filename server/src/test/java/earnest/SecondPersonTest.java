package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Answer;
import earnest.testkit.Desk;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.Map;

/** What a rule asks a second person for is done by two, and never by one in two windows. */
@ExtendWith(App.Running.class)
class SecondPersonTest {
    private static final String PRIVILEGED = "pramanholt";

    private App app;
    private Desk tove;
    private Desk jonas;
    private String ticket;

    @BeforeEach
    void somebodyPrivilegedIsProved(App app) {
        app.needs("counter", "badge", "ldap");
        this.app = app;
        tove = app.desk("tove.rask");
        jonas = app.desk("jonas.lie");
        ticket = visit();
        for (String gate : new String[] {"north", "south"}) {
            app.word(tove, ticket, gate);
        }
        assertThat(ask().problem()).isEqualTo("not-sure-enough");
        badge();
    }

    /** Other tests find the account locked, as it was. */
    @AfterEach
    void locked() {
        app.directory().lock("LDAP", PRIVILEGED);
    }

    private String visit() {
        String visit = tove.api().post("/api/visits").ok().get("ticket").asString();
        tove.claim(visit, PRIVILEGED).ok();
        return visit;
    }

    private void badge() {
        tove.heard(ticket, tove.begin(ticket, "badge"), "fits").ok();
    }

    private Answer ask() {
        return tove.api()
                .post(
                        "/api/tickets/" + ticket + "/second",
                        Map.of("system", "directory", "action", "temporary-password"));
    }

    private static Answer answer(Desk desk, String on, String second, boolean agreed) {
        return desk.api()
                .post(
                        "/api/tickets/" + on + "/second/" + second + "/answer",
                        Map.of("agreed", agreed));
    }

    private JsonNode verdict(Desk desk) {
        for (JsonNode judged : desk.page(ticket).at("/proof/judgements")) {
            if (judged.get("action").asString().equals("temporary-password")
                    && judged.get("system").asString().equals("directory")) {
                return judged.get("verdict");
            }
        }
        throw new IllegalStateException("no verdict");
    }

    @Test
    void oneAsksAnotherAgreesAndItIsDoneOnceBothStandOnTheRecord() {
        assertThat(verdict(tove).asString()).isEqualTo("needs-second-person");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("needs-second-person");
        String second = ask().ok().get("second").asString();
        assertThat(jonas.api().get("/api/desk").text()).contains("asks for a second person");
        assertThat(jonas.page(ticket).at("/proof/seconds/0/askedByName").asString())
                .isEqualTo("Tove Rask");
        assertThat(answer(tove, ticket, second, true).problem()).isEqualTo("needs-second-person");
        answer(jonas, ticket, second, true).ok();
        assertThat(answer(jonas, ticket, second, true).problem()).isEqualTo("decided");
        assertThat(verdict(tove).asString()).isEqualTo("open");
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        assertThat(tove.readAloud(ticket)).isNotBlank();
        for (String kind : new String[] {"second-asked", "second-agreed", "change-intended"}) {
            assertThat(app.recorded(ticket, kind)).as(kind).isTrue();
        }
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aYesIsForOneDeedByOneAnalystOnOneTicketAndForAShortWhile() {
        String second = ask().ok().get("second").asString();
        String other = visit();
        assertThat(answer(jonas, other, second, true).problem()).isEqualTo("decided");
        answer(jonas, ticket, second, true).ok();
        jonas.api().post("/api/tickets/" + ticket + "/take").ok();
        assertThat(verdict(jonas).asString())
                .as("who takes it over asks anew, and not themselves")
                .isEqualTo("needs-second-person");
        assertThat(jonas.change(ticket, "temporary-password").problem())
                .isEqualTo("needs-second-person");
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
        assertThat(verdict(tove).asString()).isEqualTo("open");
        try (App.Later _ = app.later(Duration.ofMinutes(16))) {
            assertThat(verdict(tove).asString()).isEqualTo("needs-second-person");
            assertThat(tove.change(ticket, "temporary-password").problem())
                    .isEqualTo("needs-second-person");
        }
        tove.close(other, "Only a trial.");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whatCameInSinceIsJudgedToo() {
        String second = ask().ok().get("second").asString();
        answer(jonas, ticket, second, true).ok();
        tove.api().post("/api/tickets/" + ticket + "/pressed").ok();
        assertThat(verdict(tove).asString()).isEqualTo("short");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void anotherPersonOnTheTicketIsAnotherDeed() {
        String second = ask().ok().get("second").asString();
        tove.claim(ticket, app.somebody()).ok();
        assertThat(answer(jonas, ticket, second, true).problem()).isEqualTo("decided");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aNoIsANo() {
        String second = ask().ok().get("second").asString();
        answer(jonas, ticket, second, false).ok();
        assertThat(verdict(tove).asString()).isEqualTo("needs-second-person");
        assertThat(tove.page(ticket).at("/proof/seconds/0/state").asString()).isEqualTo("refused");
        assertThat(
                        app.desk("elif.hartono")
                                .api()
                                .post(
                                        "/api/tickets/" + ticket + "/second/" + second + "/answer",
                                        Map.of("agreed", true))
                                .status())
                .isEqualTo(403);
        tove.close(ticket, "Only a trial.");
    }
}
