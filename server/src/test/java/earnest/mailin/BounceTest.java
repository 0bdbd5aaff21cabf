package earnest.mailin;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.Map;
import java.util.UUID;

/** A mail that comes back is said where somebody waits for it. */
@ExtendWith(App.Running.class)
class BounceTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String ticket;
    private UUID person;
    private String before;

    @BeforeEach
    void somebodyWhoseMailboxIsGone(App app) {
        app.needs("mail", "code-by-mail");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        String account = somebodyWithAMailbox();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        person = UUID.fromString(tove.person(account));
        before =
                app.database()
                        .sql(
                                "select value from contact where person_id = :p and kind ="
                                        + " 'own-mail' and removed_at is null")
                        .param("p", person)
                        .query(String.class)
                        .single();
        mailbox("bounce." + account + "@lagoon.example");
    }

    private String somebodyWithAMailbox() {
        for (int tries = 0; tries < 20; tries++) {
            String account = app.somebody();
            if (app.knows(account).hasNonNull("ownMail")) {
                return account;
            }
        }
        throw new IllegalStateException("nobody has a mailbox of their own");
    }

    /** Behind the server, so that no other copy of the directory comes between. */
    private void mailbox(String value) {
        app.database()
                .sql(
                        "update contact set value = :v where person_id = :p and kind = 'own-mail'"
                                + " and removed_at is null")
                .param("v", value)
                .param("p", person)
                .update();
        app.database().sql("update epoch set number = number + 1").update();
    }

    @AfterEach
    void asItWas() {
        mailbox(before);
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whatCameBackIsSaidWhereSomebodyWaits() {
        tove.begin(ticket, "code-by-mail");
        Eventually.waitFor(
                "the bounce to be said",
                () -> tove.says(ticket).contains("it came back, since there is no such mailbox"));
        assertThat(app.recorded(ticket, "message-failed")).isTrue();
        assertThat(tove.page(ticket).at("/proof/open/form/trouble").asBoolean()).isTrue();
        assertThat(tove.standing(ticket)).isZero();
    }

    /** Anybody can write a mail that looks like one of a mail server. */
    @Test
    void aReportOfAMailThatWeDidNotSendIsNothing() {
        int tickets = open();
        outside.writeMail(
                Map.of(
                        "from",
                        "postmaster@lagoon.example",
                        "subject",
                        "Undelivered mail",
                        "text",
                        "Message-ID: <" + UUID.randomUUID() + "@brackwater.example>",
                        "headers",
                        Map.of("Auto-Submitted", "auto-replied")));
        tove.begin(ticket, "code-by-mail");
        Eventually.waitFor(
                "later mail to be read", () -> tove.says(ticket).contains("it came back"));
        assertThat(open()).as("and it is no ticket").isEqualTo(tickets);
    }

    private int open() {
        return app.database()
                .sql("select count(*) from ticket where channel = 'mail' and state = 'OPEN'")
                .query(Integer.class)
                .single();
    }
}
