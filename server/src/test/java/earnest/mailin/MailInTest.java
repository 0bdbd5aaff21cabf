package earnest.mailin;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/** A mail becomes a ticket, is answered, and goes on on a page of one's own; and what is tried. */
@ExtendWith(App.Running.class)
class MailInTest {
    private static final String OWN = "Copper-kettle-under-pier-7";

    private App app;
    private Outside outside;
    private Desk tove;
    private String account;
    private String mailbox;
    private int before;

    @BeforeEach
    void somebodyWithAMailbox(App app) {
        app.needs("mail");
        this.app = app;
        outside = app.outside();
        tove = app.desk("tove.rask");
        account = app.somebodyWithAMailbox();
        mailbox = app.knows(account).get("ownMail").asString();
        before = outside.mails(mailbox).size();
    }

    /** Tickets that began with a mail from there. */
    private List<String> tickets(String from) {
        return app
                .database()
                .sql("select ticket_id from mail_in where sender = :s and first order by came_at")
                .param("s", from)
                .query(UUID.class)
                .list()
                .stream()
                .map(UUID::toString)
                .toList();
    }

    private String ticket(String from, int tickets) {
        Eventually.waitFor("a ticket of the mail", () -> tickets(from).size() > tickets);
        return tickets(from).getLast();
    }

    private String link() {
        return outside.mailed(mailbox, before, "go on here")
                .get("text")
                .asString()
                .replaceAll("(?s).*/forgot#([A-Za-z0-9_-]+).*", "$1");
    }

    @Test
    void halfTheFactsGetALinkThatFinishesOnAPageAndTheEndIsToldOnce() {
        outside.writeMail(mailbox, "Cannot sign in", "Hello,\nI forgot my password.\n-- \nBest");
        String ticket = ticket(mailbox, 0);
        JsonNode page = tove.page(ticket);
        assertThat(page.get("who").get("account").asString()).isEqualTo(account);
        // Two mails of one person are no two people at one moment.
        assertThat(page.get("who").get("alsoOnTheLine").size()).isZero();
        assertThat(page.get("written").get("understood").get("want").asString())
                .isEqualTo("forgotten-password");
        assertThat(page.get("written").get("lines").toString())
                .contains("I forgot my password.")
                .doesNotContain("Best");
        assertThat(tove.api().get("/api/desk").text()).contains(ticket);
        assertThat(page.get("proof").get("standing").asInt()).isLessThanOrEqualTo(0);

        OwnPage own = new OwnPage(app.httpFromElsewhere());
        String link = link();
        assertThat(own.press(link).ok().get("title").asString())
                .isEqualTo("Did you write to the service desk?");
        own.answer(link, "go-on").ok();
        assertThat(own.stage()).isEqualTo("prove");
        HarbourWord.said(own);
        assertThat(tove.standing(ticket)).isPositive();
        HarbourWord.said(own);
        own.set(OWN, "directory").ok();
        assertThat(own.settled().get("stage").asString()).isEqualTo("done");
        assertThat(tove.page(ticket).get("ticket").get("state").asString()).isEqualTo("CLOSED");
        outside.mailed(mailbox, before, "done");
        long done =
                app.database()
                        .sql(
                                "select count(*) from message where ticket_id = :t and purpose ="
                                        + " 'mail-done'")
                        .param("t", UUID.fromString(ticket))
                        .query(Long.class)
                        .single();
        assertThat(done).isEqualTo(1);
        // Once answered, the link is nothing any more.
        assertThat(own.press(link).problem()).isEqualTo("link-over");
    }

    @Test
    void anyOtherSenderGetsThePublicAddress() {
        String stranger = "stranger." + account + "@elsewhere.example";
        outside.writeMail(stranger, "Help", "I am " + account + " and I am locked out.");
        String ticket = ticket(stranger, 0);
        assertThat(tove.page(ticket).get("who").get("account").asString()).isEqualTo(account);
        JsonNode answer = outside.mailed(stranger, 0, "Your mail to the service desk");
        assertThat(answer.get("text").asString()).contains("/forgot").doesNotContain("/forgot#");
        assertThat(outside.mails(mailbox).size()).isEqualTo(before);
        // Somebody whom nobody knows gets the very same.
        String other = "other." + account + "@elsewhere.example";
        outside.writeMail(other, "Help", "I am nobody.of.that.name and I am locked out.");
        ticket(other, 0);
        String unknown = outside.mailed(other, 0, "Your mail").get("text").asString();
        assertThat(unknown.replaceAll("T-[0-9]+", "T"))
                .isEqualTo(answer.get("text").asString().replaceAll("T-[0-9]+", "T"));
    }

    @Test
    void itSaysNoAndTheDeskHasIt() {
        outside.writeMail(mailbox, "Password", "I forgot my password");
        String ticket = ticket(mailbox, 0);
        OwnPage own = new OwnPage(app.httpFromElsewhere());
        assertThat(own.answer(link(), "not-me").ok().get("stage").asString()).isEqualTo("over");
        assertThat(own.stage()).isEqualTo("begin");
        assertThat(tove.page(ticket).get("ticket").get("reminder").asString())
                .contains("I did not ask for this");
    }

    @Test
    void anAnswerJoinsItsTicketAndOnlyFromTheSameMailbox() {
        outside.writeMail(mailbox, "Password", "I forgot my password");
        String ticket = ticket(mailbox, 0);
        String id = outside.mailed(mailbox, before, "go on here").get("id").asString();
        outside.writeMail(
                Map.of(
                        "from",
                        mailbox,
                        "subject",
                        "Re: go on here",
                        "text",
                        "The link does not open. Please call me.",
                        "headers",
                        Map.of("In-Reply-To", id, "References", "<other@x.example> " + id)));
        Eventually.waitFor(
                "the answer to join",
                () ->
                        tove.page(ticket)
                                .get("written")
                                .get("lines")
                                .toString()
                                .contains("does not open"));
        assertThat(tickets(mailbox)).hasSize(1);
        assertThat(tove.page(ticket).get("ticket").get("reminder").asString())
                .contains("wrote again");
        String stranger = "joins." + account + "@elsewhere.example";
        outside.writeMail(
                Map.of(
                        "from",
                        stranger,
                        "subject",
                        "Re: go on here",
                        "text",
                        "Let me in as well",
                        "headers",
                        Map.of("In-Reply-To", id)));
        assertThat(ticket(stranger, 0)).isNotEqualTo(ticket);
        assertThat(tove.page(ticket).toString()).doesNotContain("Let me in as well");
    }

    @Test
    void theSameMailIsTakenOnceAndARobotsNever() {
        Map<String, Object> mail =
                Map.of(
                        "from",
                        mailbox,
                        "subject",
                        "Password",
                        "text",
                        "I forgot my password",
                        "headers",
                        Map.of("Message-ID", "<once." + account + "@lagoon.example>"));
        outside.writeMail(mail);
        ticket(mailbox, 0);
        outside.writeMail(mail);
        String robot = "robot." + account + "@elsewhere.example";
        outside.writeMail(
                Map.of(
                        "from",
                        robot,
                        "subject",
                        "Out of office",
                        "text",
                        "I am away",
                        "headers",
                        Map.of("Auto-Submitted", "auto-replied")));
        Eventually.waitFor(
                "the robot's mail to be read",
                () ->
                        app.database()
                                        .sql("select count(*) from mail_in where sender = :s")
                                        .param("s", robot)
                                        .query(Long.class)
                                        .single()
                                == 1);
        assertThat(tickets(mailbox)).hasSize(1);
        assertThat(tickets(robot)).isEmpty();
        assertThat(outside.mails(robot).size()).isZero();
    }

    @Test
    void aSecretIsHiddenAndAFileIsNotRead() {
        outside.writeMail(
                Map.of(
                        "from", mailbox,
                        "subject", "Locked out",
                        "text", "I am locked out. My password is Sommer-am-Meer-55.",
                        "file", "passwords.txt"));
        String ticket = ticket(mailbox, 0);
        String lines = tove.page(ticket).get("written").get("lines").toString();
        assertThat(lines).contains("•••").doesNotContain("Sommer-am-Meer").contains("A file hung");
        assertThat(app.recorded(ticket, "secret-hidden")).isTrue();
    }

    @Test
    void theDeskWritesBackToTheMailbox() {
        outside.writeMail(mailbox, "Question", "Please call me, I am locked out");
        String ticket = ticket(mailbox, 0);
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/lines",
                        Map.of("words", "Which vessel are you on?"))
                .ok();
        JsonNode mail = outside.mailed(mailbox, before, "The service desk writes");
        assertThat(mail.get("text").asString()).contains("Which vessel are you on?");
        assertThat(mail.get("byMachine").asBoolean()).isTrue();
        tove.close(ticket, "Talked.");
    }

    @Test
    void theLinkIsGoodForNobodyElsesPage() {
        outside.writeMail(mailbox, "Password", "I forgot my password");
        ticket(mailbox, 0);
        String link = link();
        Answer elsewhere = app.httpFromElsewhere().post("/api/links/press", Map.of("token", link));
        assertThat(elsewhere.status()).isIn(403, 404);
        OwnPage own = new OwnPage(app.httpFromElsewhere());
        assertThat(own.answer(link, "let-me-in").status()).isEqualTo(422);
        own.answer(link, "go-on").ok();
        OwnPage second = new OwnPage(app.httpFromElsewhere());
        assertThat(second.answer(link, "go-on").problem()).isEqualTo("link-over");
    }

    @Test
    void soManyAnswersAnHourAndNoMore() {
        String flood = "flood." + account + "@elsewhere.example";
        for (int i = 0; i < 23; i++) {
            outside.writeMail(flood, "Help " + i, "I am locked out, try " + i);
        }
        Eventually.waitFor("all to be read", () -> tickets(flood).size() == 23);
        Eventually.waitFor("the answers to come", () -> outside.mails(flood).size() == 20);
        for (String ticket : tickets(flood)) {
            tove.api().post("/api/tickets/" + ticket + "/take").ok();
            tove.close(ticket, "A flood.");
        }
        assertThat(outside.mails(flood).size()).isEqualTo(20);
    }

    @Test
    void whatCameWhileTheMailServerWasAwayIsReadAfterwards() {
        outside.mail("down");
        outside.mail("up");
        outside.writeMail(mailbox, "Back", "I forgot my password");
        ticket(mailbox, 0);
    }
}
