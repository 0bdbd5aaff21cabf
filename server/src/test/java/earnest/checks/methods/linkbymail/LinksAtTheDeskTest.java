package earnest.checks.methods.linkbymail;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.Map;

/** Links that whoever speaks with the desk answers, on a phone or in a mailbox. */
@ExtendWith(App.Running.class)
class LinksAtTheDeskTest {
    private App app;
    private Outside outside;
    private Desk tove;
    private String account;
    private String ticket;

    @BeforeEach
    void aVisitor(App app) {
        app.needs("text");
        this.app = app;
        outside = app.outside();
        tove = app.desk("tove.rask");
        account = app.somebody();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    private Http anybody() {
        Http anybody = app.httpFromElsewhere();
        anybody.get("/api/session");
        return anybody;
    }

    private static Answer answer(Http from, String token, String choice) {
        return from.post("/api/links/answer", Map.of("token", token, "choice", choice));
    }

    private String texted() {
        int before = outside.texts(account).size();
        tove.begin(ticket, "link-by-text");
        return outside.textedLink(account, before);
    }

    @Test
    void anAnswerCountsAtOnceAndAsReadOut() {
        app.needs("authenticator");
        String token = texted();
        Http phone = anybody();
        assertThat(phone.post("/api/links/press", Map.of("token", token)).ok().toString())
                .contains("Tove Rask of the service desk");
        assertThat(tove.standing(ticket)).as("opened is not answered").isZero();
        answer(phone, token, "opened").ok();
        assertThat(tove.standing(ticket)).isEqualTo(21);
        tove.authenticator(ticket, account, outside);
        // 21 and 22, and what a victim can be talked into counts 30 together.
        assertThat(tove.standing(ticket)).isEqualTo(30);
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void itIsAnsweredOnceAndOnNoOtherPage() {
        String token = texted();
        assertThat(
                        anybody()
                                .post("/api/own/link", Map.of("token", token, "choice", "opened"))
                                .status())
                .isEqualTo(404);
        assertThat(answer(anybody(), token, "made-up").status()).isEqualTo(422);
        answer(anybody(), token, "opened").ok();
        assertThat(answer(anybody(), token, "opened").problem()).isEqualTo("link-over");
        assertThat(tove.standing(ticket)).isEqualTo(21);
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whoDidNotAskStopsEverything() {
        answer(anybody(), texted(), "not-asked").ok();
        assertThat(tove.page(ticket).at("/proof/stopped").asBoolean()).isTrue();
        assertThat(tove.change(ticket, "unlock").problem()).isEqualTo("stopped");
    }

    @Test
    void anAnswerAfterTheVisitCountsNothing() {
        String token = texted();
        app.leaves(ticket);
        Eventually.waitFor(
                "them to be gone", () -> !tove.page(ticket).at("/ticket/speaking").asBoolean());
        answer(anybody(), token, "opened");
        assertThat(tove.standing(ticket)).isZero();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aLinkOfAnotherPersonsPageIsOver() {
        String token = texted();
        tove.claim(ticket, app.somebody()).ok();
        assertThat(answer(anybody(), token, "opened").problem()).isEqualTo("link-over");
        assertThat(tove.standing(ticket)).isZero();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aMailGoesToTheirOwnMailboxOnly() {
        app.needs("mail");
        account = app.somebodyWithAMailbox();
        tove.claim(ticket, account).ok();
        String own = app.knows(account).get("ownMail").asString();
        int before = outside.mails(own).size();
        tove.begin(ticket, "link-by-mail");
        Eventually.waitFor("the mail to come", () -> outside.mails(own).size() > before);
        answer(anybody(), outside.linkToken(own), "opened").ok();
        assertThat(tove.standing(ticket)).isEqualTo(12);
        assertThat(tove.change(ticket, "unlock").problem()).isEqualTo("not-sure-enough");
        tove.close(ticket, "Only a trial.");
    }
}
