package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.access.Analysts;
import earnest.access.Role;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.StreamSupport;

/** What was proved counts for whom and for what it was proved, and a 'no' ends it. */
@ExtendWith(App.Running.class)
class ProofAttacksTest {
    private App app;
    private Desk tove;
    private Outside outside;

    @BeforeEach
    void analyst(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
    }

    private Answer heard(Desk desk, String ticket, String check, String heard) {
        return desk.heard(ticket, check, heard);
    }

    private String calledBack(String ticket, String account) {
        String check = tove.begin(ticket, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the call back to be answered", () -> app.recorded(ticket, "check-went-on"));
        return check;
    }

    private String lines(String ticket) {
        return tove.page(ticket).get("proof").get("explanations").toString();
    }

    @Test
    void aSecretIsNotOpenedOnAnotherPersonsProof() {
        String victim = app.somebody();
        String mine = app.somebody();
        String ticket = tove.proved(victim, outside);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        tove.claim(ticket, mine).ok();
        tove.callBack(ticket, mine, outside);
        tove.authenticator(ticket, mine, outside);
        assertThat(tove.standing(ticket)).isGreaterThanOrEqualTo(40);
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("out-of-force");
        assertThat(tove.page(ticket).get("handover").get("state").get("state").asString())
                .isEqualTo("withdrawn");
        Eventually.waitFor(
                "the password to be taken out of force",
                () -> app.recorded(ticket, "handover-expired"));
    }

    @Test
    void aNoStopsThePersonOnEveryTicketUntilALeadAndASecondPersonLiftIt() {
        String account = app.somebody();
        String other = tove.proved(account, outside);
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        String check = calledBack(ticket, account);
        heard(tove, ticket, check, "denied").ok();
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
        assertThat(tove.change(other, "temporary-password").problem()).isEqualTo("stopped");
        assertThat(app.recorded(other, "person-stopped")).isTrue();
        outside.ringWithheld();
        String next = tove.answer();
        tove.claim(next, account).ok();
        assertThat(tove.page(next).get("proof").get("stopped").asBoolean()).isTrue();

        String liftings = "/api/tickets/" + next + "/stop/liftings";
        String asked =
                tove.api()
                        .post(liftings, Map.of("reason", "spoke with her in person"))
                        .ok()
                        .get("lifting")
                        .asString();
        String answer = liftings + "/" + asked + "/answer";
        assertThat(tove.api().post(answer, Map.of("agreed", true)).problem())
                .isEqualTo("needs-second-person");
        Desk jonas = app.desk("jonas.lie");
        assertThat(jonas.api().post(answer, Map.of("agreed", true)).problem())
                .isEqualTo("needs-lead");
        lead().post(answer, Map.of("agreed", true)).ok();
        assertThat(tove.page(next).get("proof").get("stopped").asBoolean()).isFalse();
        assertThat(tove.page(ticket).get("proof").get("explanations").toString())
                .contains("two lifted the stop")
                .doesNotContain("stops everything");
        assertThat(lead().post(answer, Map.of("agreed", true)).problem()).isEqualTo("decided");
    }

    private Http lead() {
        app.bean(Analysts.class)
                .admit(
                        List.of(
                                new Analysts.Newcomer(
                                        "proof.lead", "Proof Lead", Set.of(Role.LEAD), null)),
                        "a long enough password");
        Http lead = app.httpFromElsewhere();
        lead.get("/api/session");
        lead.post(
                        "/api/session",
                        Map.of("login", "proof.lead", "password", "a long enough password"))
                .ok();
        return lead;
    }

    /** It may be an impostor who has it. */
    @Test
    void aNoTakesAnUnusedTemporaryPasswordOutOfForce() {
        String account = app.somebody();
        String ticket = tove.proved(account, outside);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String password = tove.readAloud(ticket);
        outside.ringWithheld();
        String other = tove.answer();
        tove.claim(other, account).ok();
        heard(tove, other, calledBack(other, account), "denied").ok();
        assertThat(app.recorded(ticket, "handover-stopped")).isTrue();
        Eventually.waitFor("it to be out of force", () -> app.recorded(ticket, "handover-expired"));
        assertThat(app.directory().bind(account, password))
                .isEqualTo(ResultCode.INVALID_CREDENTIALS);
    }

    @Test
    void aNoCanBeSaidAfterThePersonHungUpAndAfterTheCheckWasTakenForOver() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        String check = calledBack(ticket, account);
        outside.hangUp(check);
        Eventually.waitFor(
                "the called line to be over",
                () -> !tove.page(ticket).get("ticket").get("speaking").asBoolean());
        tove.end(ticket, check).ok();
        assertThat(heard(tove, ticket, check, "confirmed").problem()).isEqualTo("check-over");
        heard(tove, ticket, check, "denied").ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(heard(tove, ticket, check, "denied").problem()).isEqualTo("check-over");
    }

    @Test
    void aCallBackIsNotCreditedToTheLineThatNeverHungUp() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        tove.authenticator(ticket, account, outside);
        String check = calledBack(ticket, account);
        JsonNode head = tove.page(ticket).get("ticket");
        assertThat(head.get("held").isObject()).as("the first line is held").isTrue();
        assertThat(head.get("speaking").asBoolean()).isTrue();
        // Until the person confirms the other line to be theirs, what was proved there is not.
        assertThat(lines(ticket)).contains("from another call");
        heard(tove, ticket, check, "confirmed").ok();
        assertThat(lines(ticket)).doesNotContain("from another call");
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        // The called line ends: the first one is alone again, and gets nothing.
        outside.hangUp(check);
        Eventually.waitFor(
                "the called line to be over",
                () -> !tove.page(ticket).get("ticket").get("speaking").asBoolean());
        tove.api().post("/api/tickets/" + ticket + "/speak").ok();
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void somebodyElseOnTheCalledLineBringsNothingOver() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        tove.authenticator(ticket, account, outside);
        String check = calledBack(ticket, account);
        heard(tove, ticket, check, "somebody-else").ok();
        assertThat(lines(ticket)).contains("from another call");
    }

    @Test
    void wrongTriesCarryOverToAFreshCode() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        String first = tove.begin(ticket, "code-by-text");
        wrong(ticket, first, 2);
        String second = tove.begin(ticket, "code-by-text");
        assertThat(tove.page(ticket).get("proof").get("open").get("triesLeft").asInt())
                .isEqualTo(1);
        assertThat(wrong(ticket, second, 1)).isEqualTo("failed");
        assertThat(tove.standing(ticket)).isNegative();
        // On another ticket, too.
        String third = tove.begin(ticket, "code-by-text");
        wrong(ticket, third, 2);
        tove.api().delete("/api/tickets/" + ticket + "/checks/" + third).ok();
        outside.ringWithheld();
        String next = tove.answer();
        tove.claim(next, account).ok();
        tove.begin(next, "code-by-text");
        assertThat(tove.page(next).get("proof").get("open").get("triesLeft").asInt()).isEqualTo(1);
    }

    private String wrong(String ticket, String check, int times) {
        String outcome = "";
        for (int i = 0; i < times; i++) {
            outcome = tove.type(ticket, check, "00000x").ok().get("outcome").asString();
        }
        return outcome;
    }

    @Test
    void whoFailedAsSomebodyStartsWithThatAsAnother() {
        String one = app.somebody();
        String other = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, one).ok();
        String check = tove.begin(ticket, "code-by-text");
        wrong(ticket, check, 3);
        tove.claim(ticket, other).ok();
        assertThat(tove.standing(ticket)).isNegative();
        assertThat(lines(ticket)).contains("as somebody else, before");
    }

    @Test
    void whoWasDeniedAsSomebodyIsStoppedAsAnother() {
        String one = app.somebody();
        String other = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, one).ok();
        String check = calledBack(ticket, one);
        heard(tove, ticket, check, "denied").ok();
        tove.claim(ticket, other).ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
        // The other person themselves is not.
        assertThat(tove.standing(tove.proved(other, outside))).isGreaterThanOrEqualTo(40);
    }

    @Test
    void anExpiredCheckOfAnAuthenticatorIsNotAnswered() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        String check = tove.begin(ticket, "authenticator");
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            assertThat(
                            tove.type(ticket, check, outside.authenticator(account))
                                    .ok()
                                    .get("outcome")
                                    .asString())
                    .isEqualTo("expired");
        }
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void onlyOneLineIsSpokenOnAtATime() {
        outside.ringWithheld();
        String first = tove.answer();
        outside.ringWithheld();
        String second = tove.answer();
        assertThat(tove.page(first).get("ticket").get("speaking").asBoolean()).isFalse();
        assertThat(tove.page(second).get("ticket").get("speaking").asBoolean()).isTrue();
        tove.claim(first, app.somebody()).ok();
        String offer = tove.offer(first, "authenticator").orElseThrow();
        assertThat(
                        tove.api()
                                .post("/api/tickets/" + first + "/checks", Map.of("offer", offer))
                                .problem())
                .isEqualTo("line-held");
        tove.api().post("/api/tickets/" + first + "/speak").ok();
        assertThat(tove.page(first).get("ticket").get("speaking").asBoolean()).isTrue();
        assertThat(tove.page(second).get("ticket").get("speaking").asBoolean()).isFalse();
    }

    @Test
    void theSamePersonOnTwoLinesIsSaidOnBoth() {
        String account = app.somebody();
        outside.ringWithheld();
        String first = tove.answer();
        tove.claim(first, account).ok();
        outside.ringWithheld();
        Desk jonas = app.desk("jonas.lie");
        String second = jonas.answer();
        jonas.claim(second, account).ok();
        for (String ticket : List.of(first, second)) {
            JsonNode also = tove.page(ticket).get("who").get("alsoOnTheLine");
            assertThat(StreamSupport.stream(also.spliterator(), false).count()).isEqualTo(1);
        }
    }

    @Test
    void groupsAreReadWhenDeciding() {
        String account = app.somebody();
        String ticket = tove.proved(account, outside);
        app.directory().join("privileged", account);
        try {
            assertThat(tove.change(ticket, "temporary-password").problem())
                    .isEqualTo("not-sure-enough");
        } finally {
            app.directory().leave("privileged", account);
        }
        tove.change(ticket, "temporary-password").ok();
    }
}
