package earnest.checks.methods.callback;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.App;
import earnest.access.Analysts;
import earnest.access.Role;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What is heard on the called line counts for that line and for whom it was made, and a 'no' ends
 * it.
 */
@ExtendWith(App.Running.class)
class CallBackAttacksTest {
    private App app;
    private Desk tove;
    private Outside outside;

    @BeforeEach
    void analyst(App app) {
        app.needs("call");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
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
    void aNoStopsThePersonOnEveryTicketUntilALeadAndASecondPersonLiftIt() {
        String account = app.somebody();
        String other = app.proved(tove, account);
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String check = calledBack(ticket, account);
        tove.heard(ticket, check, "denied").ok();
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
        assertThat(tove.change(other, "temporary-password").problem()).isEqualTo("stopped");
        assertThat(app.recorded(other, "person-stopped")).isTrue();
        String next = app.visitor(tove);
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
        app.signIn(lead, "proof.lead", "a long enough password").ok();
        return lead;
    }

    /** It may be an impostor who has it. */
    @Test
    void aNoTakesAnUnusedTemporaryPasswordOutOfForce() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String password = tove.readAloud(ticket);
        String other = app.visitor(tove);
        tove.claim(other, account).ok();
        tove.heard(other, calledBack(other, account), "denied").ok();
        assertThat(app.recorded(ticket, "handover-stopped")).isTrue();
        Eventually.waitFor("it to be out of force", () -> app.recorded(ticket, "handover-expired"));
        assertThat(app.directory().bind(account, password))
                .isEqualTo(ResultCode.INVALID_CREDENTIALS);
    }

    @Test
    void aNoCanBeSaidAfterThePersonHungUpAndAfterTheCheckWasTakenForOver() {
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String check = calledBack(ticket, account);
        outside.hangUp(check);
        Eventually.waitFor(
                "the called line to be over",
                () -> !tove.page(ticket).get("ticket").get("speaking").asBoolean());
        tove.end(ticket, check).ok();
        assertThat(tove.heard(ticket, check, "confirmed").problem()).isEqualTo("check-over");
        tove.heard(ticket, check, "denied").ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(tove.heard(ticket, check, "denied").problem()).isEqualTo("check-over");
    }

    @Test
    void aCallBackIsNotCreditedToTheLineThatNeverHungUp() {
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        app.word(tove, ticket, "north");
        String check = calledBack(ticket, account);
        JsonNode head = tove.page(ticket).get("ticket");
        assertThat(head.get("held").isObject()).as("the first line is held").isTrue();
        assertThat(head.get("speaking").asBoolean()).isTrue();
        // Until the person confirms the other line to be theirs, what was proved there is not.
        assertThat(lines(ticket)).contains("from another conversation");
        tove.heard(ticket, check, "confirmed").ok();
        assertThat(lines(ticket)).doesNotContain("from another conversation");
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
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        app.word(tove, ticket, "north");
        String check = calledBack(ticket, account);
        tove.heard(ticket, check, "somebody-else").ok();
        assertThat(lines(ticket)).contains("from another conversation");
    }

    @Test
    void whoWasDeniedAsSomebodyIsStoppedAsAnother() {
        String one = app.somebody();
        String other = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, one).ok();
        String check = calledBack(ticket, one);
        tove.heard(ticket, check, "denied").ok();
        tove.claim(ticket, other).ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
        // The other person themselves is not.
        assertThat(tove.standing(app.proved(tove, other))).isGreaterThanOrEqualTo(40);
    }
}
