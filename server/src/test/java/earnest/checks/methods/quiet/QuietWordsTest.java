package earnest.checks.methods.quiet;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.ChatPage;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.Locale;

/** Somebody who is forced says so, and whoever stands beside them notices nothing. */
@ExtendWith(App.Running.class)
class QuietWordsTest {
    private App app;
    private String account;
    private OwnPage page;
    private Desk tove;
    private String words;

    @BeforeEach
    void somebodyHasTheirWords(App app) {
        this.app = app;
        app.needs("quiet-words", "staff-fact", "code-by-text", "text");
        account = app.somebody();
        tove = app.desk("tove.rask");
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        words = page.setUp("quiet-words").ok().get("lines").get(0).asString();
        assertThat(words.split(" ")).hasSize(2);
    }

    private String called() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        return ticket;
    }

    private void stopped(String ticket) {
        assertThat(tove.page(ticket).at("/proof/stopped").asBoolean()).isTrue();
        assertThat(tove.api().get("/api/desk").text()).contains("being forced");
        assertThat(app.recorded(ticket, "check-denied")).isTrue();
        tove.close(ticket, "They were not alone.");
    }

    @Test
    void inThePlaceOfAnAnswerTheyStopEverything() {
        String ticket = called();
        String check = tove.begin(ticket, "staff-fact");
        String said = "Oh, " + words.toUpperCase(Locale.ROOT) + ", I think";
        assertThat(tove.type(ticket, check, said).ok().get("outcome").asString())
                .isEqualTo("denied");
        stopped(ticket);
    }

    @Test
    void inThePlaceOfACodeAsWellAndOtherWordsCostNoTry() {
        String ticket = called();
        String check = tove.begin(ticket, "code-by-text");
        Answer other = tove.type(ticket, check, words.split(" ")[0]);
        assertThat(other.status()).isEqualTo(422);
        assertThat(tove.page(ticket).at("/proof/open/triesLeft").asInt()).isEqualTo(3);
        assertThat(tove.type(ticket, check, words).ok().get("outcome").asString())
                .isEqualTo("denied");
        stopped(ticket);
    }

    @Test
    void thoseOfSomebodyElseMeanNothing() {
        String mine = words;
        somebodyHasTheirWords(app);
        String ticket = called();
        String check = tove.begin(ticket, "staff-fact");
        assertThat(tove.type(ticket, check, mine).ok().get("outcome").asString())
                .isEqualTo("failed");
        assertThat(tove.page(ticket).at("/proof/stopped").asBoolean()).isFalse();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void freshOnesTakeThePlaceOfThoseBefore() {
        String before = words;
        page.setUp("quiet-words").ok();
        String ticket = called();
        String check = tove.begin(ticket, "staff-fact");
        assertThat(tove.type(ticket, check, before).ok().get("outcome").asString())
                .isEqualTo("failed");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void writtenInAChatTheyBringSomebodyAndTheOtherSideReadsNothingOfIt() {
        app.needs("chat");
        ChatPage chat = new ChatPage(app.httpFromElsewhere());
        chat.start().ok();
        chat.say("I forgot my password").ok();
        Eventually.waitFor(
                "to be asked who", () -> chat.last().toLowerCase(Locale.ROOT).contains("who"));
        chat.say("I am " + account).ok();
        Eventually.waitFor("a page to be offered", chat::pageOffered);
        chat.say("It was on the " + words + " trip").ok();
        Eventually.waitFor("somebody to be asked", () -> chat.last().contains("somebody to come"));
        assertThat(String.join(" ", chat.lines())).doesNotContain("forced");
        Eventually.waitFor(
                "the desk to be warned",
                () -> tove.api().get("/api/desk").text().contains("being forced"));
    }
}
