package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What was proved, by whatever method, and how it ends. */
@ExtendWith(App.Running.class)
class ChecksTest {
    private App app;
    private Desk tove;
    private String account;
    private String ticket;

    @BeforeEach
    void aCallerIsNamed(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebody();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    @Test
    void whatWasProvedEndsWithTheConversation() {
        app.word(tove, ticket, "north");
        assertThat(tove.standing(ticket)).isEqualTo(22);
        app.leaves(ticket);
        Eventually.waitFor("the drop to be seen", () -> tove.standing(ticket) == 0);
        assertThat(
                        tove.page(ticket)
                                .get("proof")
                                .get("explanations")
                                .get(0)
                                .get("reason")
                                .asString())
                .contains("another conversation");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void namingSomebodyElseLeavesTheirProofBehind() {
        app.word(tove, ticket, "north");
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

    /** The same computation that offers says why it does not. */
    @Test
    void whatIsNotOfferedSaysWhy() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, app.somebody()).ok();
        var proof = tove.page(ticket).get("proof");
        java.util.Map<String, String> missing = new java.util.HashMap<>();
        proof.get("missing")
                .forEach(
                        one -> missing.put(one.get("title").asString(), one.get("why").asString()));
        assertThat(missing)
                .containsEntry("Badge in person", "They do not stand before you.")
                .containsEntry("Recovery code", "They have set none up.")
                .doesNotContainKey("Authenticator code");
        tove.close(ticket, "Only a trial.");
    }
}
