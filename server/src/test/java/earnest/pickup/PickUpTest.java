package earnest.pickup;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.Judged;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/** Whose line breaks off goes on where they were, by words sent to where they proved to be. */
@ExtendWith(App.Running.class)
class PickUpTest {
    private App app;
    private Desk tove;
    private Desk jonas;
    private Outside outside;
    private String account;
    private String call;
    private String ticket;

    @BeforeEach
    void somebodyProvesThemselvesByACode(App app) {
        app.needs("call", "text", "code-by-text", "authenticator");
        this.app = app;
        Judged.rulebookStands(app);
        tove = app.desk("tove.rask");
        jonas = app.desk("jonas.lie");
        outside = app.outside();
        account = app.somebody();
        call = outside.ringWithheld();
        ticket = tove.answer();
        tove.claim(ticket, account).ok();
        int texts = outside.texts(account).size();
        String check = tove.begin(ticket, "code-by-text");
        tove.type(ticket, check, outside.textedCode(account, texts)).ok();
        tove.authenticator(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(30);
    }

    private String wordsAfter(int texts) {
        return outside.pickUpWords(account, texts);
    }

    private String droppedWithWords() {
        int texts = outside.texts(account).size();
        outside.drop(call);
        Eventually.waitFor(
                "the end to be seen", () -> !tove.page(ticket).at("/ticket/onTheLine").asBoolean());
        assertThat(tove.standing(ticket)).isZero();
        return wordsAfter(texts);
    }

    private String nextCall(Desk desk) {
        call = outside.ringWithheld();
        String next = desk.answer();
        desk.claim(next, account).ok();
        return next;
    }

    private static Answer say(Desk desk, String on, String words) {
        return desk.api().post("/api/tickets/" + on + "/picked-up", Map.of("words", words));
    }

    private boolean waits(Desk desk, String on) {
        return desk.page(on).at("/pickUp/waits").asBoolean();
    }

    @Test
    void wordsBringBackWhatWasProvedToWhoeverHearsThem() {
        String words = droppedWithWords();
        assertThat(words.split(" ")).hasSize(4);
        String next = nextCall(jonas);
        assertThat(waits(jonas, next)).isTrue();
        assertThat(jonas.standing(next)).isNotPositive();
        String heard = words.toUpperCase(java.util.Locale.ROOT).replace(" ", ", ");
        assertThat(say(jonas, next, heard).ok().get("ticket").asString()).isEqualTo(ticket);
        assertThat(jonas.page(ticket).at("/ticket/mine").asBoolean()).isTrue();
        assertThat(jonas.page(ticket).at("/ticket/onTheLine").asBoolean()).isTrue();
        assertThat(jonas.standing(ticket)).isEqualTo(30);
        assertThat(jonas.page(next).at("/ticket/state").asString()).isEqualTo("CLOSED");
        assertThat(jonas.page(next).at("/ticket/summary").asString()).startsWith("Went on as T-");
        assertThat(say(jonas, ticket, words).problem()).as("once").isEqualTo("nothing-to-pick-up");
    }

    /** A call back counts 21 of its own; brought back by words it is read out like the rest. */
    @Test
    void whatIsBroughtBackCountsAsReadOutAndIsJudgedAgain() {
        tove.callBack(ticket, account, outside);
        assertThat(tove.standing(ticket)).isEqualTo(30 + 13);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        int texts = outside.texts(account).size();
        tove.api().post("/api/tickets/" + ticket + "/hang-up-held").ok();
        tove.api().post("/api/tickets/" + ticket + "/hang-up").ok();
        tove.api().post("/api/tickets/" + ticket + "/pick-up").ok();
        String words = wordsAfter(texts);
        String next = nextCall(tove);
        say(tove, next, words).ok();
        assertThat(tove.standing(ticket)).isEqualTo(30);
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        assertThat(app.recorded(ticket, "proof-carried")).isTrue();
        Judged.allAllowed(app, ticket);
    }

    @Test
    void wrongWordsAreForThreeTriesAndNeverSayWhichWasRight() {
        String words = droppedWithWords();
        String next = nextCall(tove);
        String wrong = words.substring(0, words.lastIndexOf(' ')) + " wrong";
        List<Answer> said =
                List.of(
                        say(tove, next, wrong),
                        say(tove, next, "one two three four"),
                        say(tove, next, wrong));
        assertThat(said).extracting(Answer::problem).containsOnly("wrong-words");
        assertThat(say(tove, next, words).problem()).isEqualTo("nothing-to-pick-up");
        assertThat(waits(tove, next)).isFalse();
        assertThat(tove.standing(next)).isNotPositive();
    }

    @Test
    void wordsAreForTheirPersonAlone() {
        String words = droppedWithWords();
        call = outside.ringWithheld();
        String next = tove.answer();
        tove.claim(next, app.somebody()).ok();
        assertThat(waits(tove, next)).isFalse();
        assertThat(say(tove, next, words).problem()).isEqualTo("nothing-to-pick-up");
        tove.claim(next, account).ok();
        say(tove, next, words).ok();
    }

    @Test
    void wordsAreGoodForAnHour() {
        String words = droppedWithWords();
        String next = nextCall(tove);
        try (App.Later _ = app.later(Duration.ofMinutes(61))) {
            Desk later = app.desk("tove.rask");
            assertThat(say(later, next, words).problem()).isEqualTo("nothing-to-pick-up");
        }
    }

    @Test
    void newWordsTakeThePlaceOfTheFormer() {
        String words = droppedWithWords();
        int texts = outside.texts(account).size();
        tove.api().post("/api/tickets/" + ticket + "/pick-up").ok();
        String later = wordsAfter(texts);
        String next = nextCall(tove);
        assertThat(say(tove, next, words).problem()).isEqualTo("wrong-words");
        say(tove, next, later).ok();
    }

    @Test
    void aTicketThatWasClosedMeanwhileIsNotOpenedByWords() {
        String words = droppedWithWords();
        tove.close(ticket, "They did not call again.");
        String next = nextCall(tove);
        assertThat(say(tove, next, words).problem()).isEqualTo("gone-on");
        assertThat(tove.page(next).at("/ticket/state").asString()).isEqualTo("OPEN");
    }

    @Test
    void wordsAreSentToWhereSomebodyProvedToBeOnly() {
        String next = nextCall(tove);
        assertThat(tove.page(next).at("/pickUp/to").asString("")).isEmpty();
        assertThat(tove.api().post("/api/tickets/" + next + "/pick-up").problem())
                .isEqualTo("nothing-to-pick-up");
        String other = app.somebody();
        tove.claim(next, other).ok();
        tove.authenticator(next, other, outside);
        assertThat(tove.api().post("/api/tickets/" + next + "/pick-up").problem())
                .as("an authenticator is no place to send to")
                .isEqualTo("nothing-to-pick-up");
    }

    @Test
    void onTheSameTicketTheyServeACallBackToo() {
        String words = droppedWithWords();
        String check = tove.begin(ticket, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the answer to be seen", () -> tove.says(ticket).startsWith("Somebody answered"));
        assertThat(say(tove, ticket, words).ok().get("ticket").asString()).isEqualTo(ticket);
        tove.heard(ticket, check, "confirmed").ok();
        assertThat(tove.standing(ticket)).isEqualTo(30 + 13);
    }

    @Test
    void whoIsStoppedPicksNothingUp() {
        String words = droppedWithWords();
        String next = nextCall(tove);
        String check = tove.begin(next, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the answer to be seen", () -> tove.says(next).startsWith("Somebody answered"));
        tove.heard(next, check, "denied").ok();
        assertThat(say(tove, next, words).problem()).isEqualTo("stopped");
    }

    @Test
    void aPageIsParkedAndRungBackAtATime() {
        Instant at = Instant.now().plusSeconds(900);
        Map<String, Object> wanted = Map.of("at", at.toString());
        tove.api().post("/api/tickets/" + ticket + "/ring-back", wanted).ok();
        assertThat(tove.page(ticket).at("/ticket/onTheLine").asBoolean()).isFalse();
        assertThat(tove.page(ticket).at("/ticket/ringBackAt").asString()).isNotBlank();
        assertThat(
                        tove.api()
                                .post(
                                        "/api/tickets/" + ticket + "/ring-back",
                                        Map.of("at", "2020-01-01T00:00:00Z"))
                                .problem())
                .isEqualTo("invalid");
        tove.api().post("/api/tickets/" + ticket + "/ring-back", Map.of()).ok();
        assertThat(tove.page(ticket).at("/ticket/ringBackAt").asString("")).isEmpty();
    }
}
