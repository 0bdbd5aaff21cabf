package earnest.checks.methods.callback;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The desk calls the person on a number on record, and hears from them. */
@ExtendWith(App.Running.class)
class CallBackTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void aCallerIsNamed(App app) {
        app.needs("call");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    @Test
    void aCallBackCountsWhenThePersonConfirms() {
        tove.callBack(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(21);
    }

    @Test
    void aCallBackThatNobodyAnsweredCannotBeConfirmed() {
        String check = tove.begin(ticket, "call-back");
        assertThat(tove.heard(ticket, check, "confirmed").problem()).isEqualTo("too-early");
        outside.decline(account);
        Eventually.waitFor(
                "the refusal to be seen", () -> tove.says(ticket).equals("The call was declined."));
        assertThat(tove.heard(ticket, check, "confirmed").problem()).isEqualTo("too-early");
        tove.end(ticket, check).ok();
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void aDenialOnTheCallBackStopsTheTicket() {
        app.word(tove, ticket, "north");
        String check = tove.begin(ticket, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the answer to be seen", () -> tove.says(ticket).startsWith("Somebody answered"));
        tove.heard(ticket, check, "denied").ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
    }

    @Test
    void aCallBackAfterHangingUpBeginsAConversationOfItsOwn() {
        app.leaves(ticket);
        Eventually.waitFor(
                "the end to be seen",
                () -> !tove.page(ticket).get("ticket").get("onTheLine").asBoolean());
        tove.callBack(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(21);
        app.word(tove, ticket, "north");
        assertThat(tove.standing(ticket)).isEqualTo(21 + 22);
    }

    @Test
    void aSwitchboardThatRefusesIsSaidAndTheCheckCanBeEnded() {
        outside.switchboard("refusing");
        try {
            String check = tove.begin(ticket, "call-back");
            Eventually.waitFor(
                    "it to be said", () -> tove.says(ticket).contains("does not take the call"));
            tove.end(ticket, check).ok();
        } finally {
            outside.switchboard("up");
        }
    }

    @Test
    void aMissedCallCanBeTakenAndCalledBack() {
        String call = outside.ringWithheld();
        String ticket = tove.ringing();
        outside.hangUp(call);
        assertThat(tove.api().post("/api/tickets/" + ticket + "/answer").problem())
                .isEqualTo("not-ringing");
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
        String missed = app.somebody();
        tove.claim(ticket, missed).ok();
        tove.callBack(ticket, missed, outside);
        assertThat(tove.standing(ticket)).isEqualTo(21);
    }
}
