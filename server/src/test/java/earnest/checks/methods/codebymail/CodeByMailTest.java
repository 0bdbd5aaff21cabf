package earnest.checks.methods.codebymail;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A code goes to the person's own mailbox, and opens nothing alone. */
@ExtendWith(App.Running.class)
class CodeByMailTest {
    private static final Pattern CODE = Pattern.compile("Your code is ([0-9]{6})\\.");
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String mailbox;
    private String ticket;

    @BeforeEach
    void aCallerIsNamed(App app) {
        app.needs("mail");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebodyWithAMailbox();
        mailbox = app.knows(account).get("ownMail").asString();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    @AfterEach
    void mailUp() {
        // Left out without mail, it never began.
        if (outside != null) {
            outside.mail("up");
        }
    }

    private JsonNode mailed() {
        return Eventually.get(
                "the mail to arrive",
                () ->
                        Optional.of(outside.mails(mailbox))
                                .filter(mails -> !mails.isEmpty())
                                .map(mails -> mails.get(mails.size() - 1)));
    }

    private static String code(String text) {
        Matcher found = CODE.matcher(text);
        assertThat(found.find()).as(text).isTrue();
        return found.group(1);
    }

    @Test
    void itCountsTwelveAndOpensNothingAlone() {
        String check = tove.begin(ticket, "code-by-mail");
        JsonNode mail = mailed();
        assertThat(mail.get("subject").asString()).isEqualTo("Your code");
        assertThat(mail.get("byMachine").asBoolean()).isTrue();
        String code = code(mail.get("text").asString());
        assertThat(mail.get("html").asString()).contains(code).startsWith("<!doctype html>");
        assertThat(tove.type(ticket, check, code).ok().get("outcome").asString())
                .isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(12);
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void itGoesToNoMailboxAtWork() {
        JsonNode offers = tove.page(ticket).get("proof").get("offers");
        assertThat(offers.toString()).contains("Code to own mail").doesNotContain("to work mail");
    }

    @Test
    void aServerThatIsDownIsTriedAgainAndSaysSo() {
        outside.mail("down");
        String check = tove.begin(ticket, "code-by-mail");
        Eventually.waitFor(
                "the trouble to be shown", () -> tove.says(ticket).contains("cannot be reached"));
        outside.mail("up");
        String code = code(mailed().get("text").asString());
        Eventually.waitFor("it to have left", () -> tove.says(ticket).equals("The mail left"));
        assertThat(outside.mails(mailbox)).hasSize(1);
        assertThat(tove.type(ticket, check, code).ok().get("outcome").asString())
                .isEqualTo("passed");
    }

    @Test
    void wrongCodesFailTheCheck() {
        String check = tove.begin(ticket, "code-by-mail");
        String right = code(mailed().get("text").asString());
        String wrong = right.equals("000000") ? "000001" : "000000";
        for (int i = 0; i < 3; i++) {
            tove.type(ticket, check, wrong).ok();
        }
        assertThat(tove.type(ticket, check, right).problem()).isEqualTo("check-over");
        assertThat(tove.standing(ticket)).isEqualTo(-8);
    }
}
