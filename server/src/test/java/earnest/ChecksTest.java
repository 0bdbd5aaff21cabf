package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;

/** What each method of proof counts, and how it ends. */
@ExtendWith(App.Running.class)
class ChecksTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;
    private String call;

    @BeforeEach
    void aCallerIsNamed(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        call = outside.ringWithheld();
        ticket = tove.answer();
        tove.claim(ticket, account).ok();
    }

    private String outcome(String check, String typed) {
        return tove.type(ticket, check, typed).ok().get("outcome").asString();
    }

    @Test
    void aCodeByTextCountsTwenty() {
        String check = tove.begin(ticket, "code-by-text");
        assertThat(outcome(check, outside.textedCode(account, 0))).isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(20);
        assertThat(outside.texts(account).getFirst()).contains("If somebody called you");
    }

    @Test
    void theThirdWrongCodeFailsTheCheckOnce() {
        String check = tove.begin(ticket, "code-by-text");
        String right = outside.textedCode(account, 0);
        String wrong = right.equals("000000") ? "000001" : "000000";
        assertThat(outcome(check, wrong)).isEqualTo("wrong");
        assertThat(outcome(check, wrong)).isEqualTo("wrong");
        assertThat(outcome(check, wrong)).isEqualTo("failed");
        assertThat(tove.type(ticket, check, right).problem()).isEqualTo("check-over");
        assertThat(tove.standing(ticket)).isEqualTo(-10);
    }

    @Test
    void aNewCodeReplacesTheOld() {
        String first = tove.begin(ticket, "code-by-text");
        String old = outside.textedCode(account, 0);
        String second = tove.begin(ticket, "code-by-text");
        assertThat(tove.type(ticket, first, old).problem()).isEqualTo("check-over");
        assertThat(outcome(second, outside.textedCode(account, 1))).isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(20);
    }

    @Test
    void aCodeIsGoodForTenMinutes() {
        String check = tove.begin(ticket, "code-by-text");
        String code = outside.textedCode(account, 0);
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            assertThat(outcome(check, code)).isEqualTo("expired");
        }
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void anAuthenticatorCodeIsTakenOnce() {
        String code = outside.authenticator(account);
        String first = tove.begin(ticket, "authenticator");
        assertThat(outcome(first, code)).isEqualTo("passed");
        outside.ringWithheld();
        String another = tove.answer();
        tove.claim(another, account).ok();
        String second = tove.begin(another, "authenticator");
        assertThat(tove.type(another, second, code).ok().get("outcome").asString())
                .isEqualTo("wrong");
    }

    @Test
    void anAuthenticatorHasALimitAcrossTickets() {
        for (int round = 0; round < 4; round++) {
            if (tove.offer(ticket, "authenticator").isEmpty()) {
                break;
            }
            String check = tove.begin(ticket, "authenticator");
            for (int i = 0; i < 3 && !outcome(check, "000000").equals("failed"); i++) {
                assertThat(i).isLessThan(3);
            }
        }
        outside.ringWithheld();
        String another = tove.answer();
        tove.claim(another, account).ok();
        assertThat(tove.offer(another, "authenticator")).isEmpty();
    }

    @Test
    void aCallBackCountsWhenThePersonConfirms() {
        tove.callBack(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(21);
    }

    @Test
    void aCallBackThatNobodyAnsweredCannotBeConfirmed() {
        String check = tove.begin(ticket, "call-back");
        assertThat(tove.heard(ticket, check, "confirmed").problem()).isEqualTo("not-answered");
        outside.decline(account);
        Eventually.waitFor(
                "the refusal to be seen", () -> tove.says(ticket).equals("The call was declined."));
        assertThat(tove.heard(ticket, check, "confirmed").problem()).isEqualTo("not-answered");
        tove.end(ticket, check).ok();
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void aDenialOnTheCallBackStopsTheTicket() {
        tove.authenticator(ticket, account, outside);
        String check = tove.begin(ticket, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the answer to be seen", () -> tove.says(ticket).startsWith("Somebody answered"));
        tove.heard(ticket, check, "denied").ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
    }

    @Test
    void whatWasProvedEndsWithTheCall() {
        tove.authenticator(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(22);
        outside.drop(call);
        Eventually.waitFor("the drop to be seen", () -> tove.standing(ticket) == 0);
        assertThat(
                        tove.page(ticket)
                                .get("proof")
                                .get("explanations")
                                .get(0)
                                .get("reason")
                                .asString())
                .contains("another call");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void aCallBackAfterHangingUpBeginsAConversationOfItsOwn() {
        outside.hangUp(call);
        Eventually.waitFor(
                "the end to be seen",
                () -> !tove.page(ticket).get("ticket").get("onTheLine").asBoolean());
        tove.callBack(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(21);
        tove.authenticator(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(43);
    }

    @Test
    void namingSomebodyElseLeavesTheirProofBehind() {
        tove.authenticator(ticket, account, outside);
        tove.claim(ticket, app.somebody()).ok();
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void noContactIsEverShownWhole() {
        String number = app.knows(account).get("mobile").asString();
        String page = tove.page(ticket).toString();
        assertThat(page).doesNotContain(number).doesNotContain(account + "@");
        assertThat(page).doesNotContain(app.knows(account).get("staffNumber").asString());
    }
}
