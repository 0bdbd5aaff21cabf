package earnest.chat;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.ChatPage;
import earnest.testkit.Desk;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.Map;
import java.util.UUID;

/** Somebody writes to the desk: the assistant, their own page, an analyst. */
@ExtendWith(App.Running.class)
class ChatTest {
    private static final String OWN = "Copper-kettle-under-pier-7";

    private App app;
    private Desk tove;
    private ChatPage chat;

    @BeforeEach
    void somebodyWrites(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        chat = new ChatPage(app.httpFromElsewhere());
        chat.start().ok();
    }

    /** The ticket of the latest chat. */
    private String ticket() {
        return app.database()
                .sql("select ticket_id from chat order by started_at desc, id desc limit 1")
                .query(UUID.class)
                .single()
                .toString();
    }

    private String state(String ticket) {
        return app.database()
                .sql("select state from ticket where id = :t")
                .param("t", UUID.fromString(ticket))
                .query(String.class)
                .single();
    }

    private void take(String ticket) {
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
    }

    private void write(String ticket, String words) {
        tove.api().post("/api/tickets/" + ticket + "/lines", Map.of("words", words)).ok();
    }

    /** From the want to the page, as somebody. */
    private OwnPage page(String account) {
        chat.say("I forgot my password").ok();
        chat.say(account).ok();
        assertThat(chat.pageOffered()).isTrue();
        return chat.page();
    }

    @Test
    void theAssistantLeadsToAPageOnTheSameTicketAndIsToldOfTheEnd() {
        String account = app.somebody();
        assertThat(chat.lines()).singleElement().asString().startsWith("assistant: Hello");
        OwnPage page = page(account);
        String ticket = ticket();
        assertThat(tove.page(ticket).get("who").get("account").asString()).isEqualTo(account);
        assertThat(tove.page(ticket).get("written").get("understood").get("want").asString())
                .isEqualTo("forgotten-password");
        HarbourWord.said(page);
        assertThat(tove.standing(ticket)).isPositive();
        HarbourWord.said(page);
        assertThat(page.stage()).isEqualTo("choose");
        page.set(OWN, "directory").ok();
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
        assertThat(chat.last())
                .isEqualTo("earnest: Your new password is set in Brackwater directory.");
        assertThat(chat.where()).isEqualTo("over");
        assertThat(state(ticket)).isEqualTo("CLOSED");
        for (String kind :
                new String[] {
                    "call-rang",
                    "line-written",
                    "named-themselves",
                    "page-opened",
                    "check-passed",
                    "change-took-effect",
                    "ticket-closed"
                }) {
            assertThat(app.recorded(ticket, kind)).as(kind).isTrue();
        }
    }

    @Test
    void aPersonIsAskedForAndTakesItWithEverything() {
        chat.say("I forgot my password").ok();
        String account = app.somebody();
        chat.say("my login is " + account).ok();
        chat.say("can I talk to a human please").ok();
        assertThat(chat.where()).isEqualTo("waiting");
        String ticket = ticket();
        JsonNode edge = tove.api().get("/api/desk").ok().get("waiting");
        assertThat(edge.toString()).contains(ticket).contains("asked for a person");
        take(ticket);
        assertThat(chat.where()).isEqualTo("desk");
        assertThat(chat.shown().get("with").asString()).isEqualTo("Tove");
        JsonNode page = tove.page(ticket);
        assertThat(page.get("who").get("account").asString()).isEqualTo(account);
        assertThat(page.get("written").get("lines").toString())
                .contains("can I talk to a human please");
        assertThat(page.get("ticket").has("reminder")).isFalse();
        write(ticket, "Hello, I am here.");
        assertThat(chat.last()).isEqualTo("analyst: Hello, I am here.");
        int before = chat.lines().size();
        chat.say("thank you").ok();
        // The assistant is silent.
        assertThat(chat.lines()).hasSize(before + 1);
        tove.close(ticket, "Talked.");
        assertThat(chat.where()).isEqualTo("over");
    }

    @Test
    void theDeskOffersThePageAndSeesWhatIsProvedOnIt() {
        String account = app.somebody();
        chat.say("can I talk to a human please").ok();
        String ticket = ticket();
        take(ticket);
        assertThat(tove.api().post("/api/tickets/" + ticket + "/page").problem())
                .isEqualTo("nobody-named");
        tove.claim(ticket, account).ok();
        tove.api().post("/api/tickets/" + ticket + "/page").ok();
        assertThat(chat.pageOffered()).isTrue();
        OwnPage page = chat.page();
        HarbourWord.said(page);
        app.word(tove, ticket, "south");
        assertThat(tove.standing(ticket)).isEqualTo(44);
        assertThat(page.stage()).isEqualTo("choose");
        page.set(OWN, "directory").ok();
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
        assertThat(chat.last()).startsWith("earnest: Your new password is set");
        assertThat(state(ticket)).isEqualTo("OPEN");
        tove.close(ticket, "Chose their own.");
    }

    @Test
    void somebodyElseNamedByTheDeskEndsThePageOfTheFirst() {
        OwnPage page = page(app.somebody());
        HarbourWord.said(page);
        String ticket = ticket();
        take(ticket);
        tove.claim(ticket, app.somebody()).ok();
        assertThat(page.begin("harbour-word.south").problem()).isEqualTo("page-over");
        assertThat(page.stage()).isEqualTo("begin");
        assertThat(tove.standing(ticket)).isZero();
        tove.close(ticket, "Not them.");
    }

    @Test
    void aCodeIsTriedAndNeverStored() {
        app.needs("authenticator");
        String account = app.somebody();
        chat.say("can I talk to a human please").ok();
        String ticket = ticket();
        take(ticket);
        tove.claim(ticket, account).ok();
        tove.begin(ticket, "authenticator");
        chat.say("000000").ok();
        assertThat(chat.last()).startsWith("earnest: That was not the code");
        String code = app.outside().authenticator(account);
        chat.say(code.substring(0, 3) + " " + code.substring(3)).ok();
        assertThat(chat.last()).startsWith("earnest: The code is right");
        assertThat(tove.standing(ticket)).isPositive();
        assertThat(chat.lines().toString()).contains("person: •••").doesNotContain(code);
        tove.close(ticket, "Proved.");
    }

    @Test
    void aSecretIsHiddenBeforeAnybodySeesIt() {
        chat.say("I forgot my password, my old password was Sommer-am-Meer-44").ok();
        assertThat(chat.lines().toString()).contains("•••").contains("hidden before anybody saw");
        String ticket = ticket();
        assertThat(tove.page(ticket).toString()).doesNotContain("Sommer-am-Meer");
        assertThat(app.recorded(ticket, "secret-hidden")).isTrue();
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry_personal where value like"
                                                + " '%Sommer-am-Meer%'")
                                .query(Long.class)
                                .single())
                .isZero();
        chat.leave().ok();
    }

    @Test
    void whatIsSaidAloudDoesNotFitAChat() {
        String account = app.somebody();
        chat.say("can I talk to a human please").ok();
        String ticket = ticket();
        take(ticket);
        tove.claim(ticket, account).ok();
        String offers = tove.page(ticket).get("proof").get("offers").toString();
        assertThat(offers)
                .contains("harbour-word")
                .doesNotContain("staff-fact")
                .doesNotContain("call-back");
        app.word(tove, ticket, "north");
        app.word(tove, ticket, "south");
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        assertThat(
                        tove.api()
                                .post(
                                        "/api/tickets/" + ticket + "/handover/route",
                                        Map.of("route", "read-aloud"))
                                .problem())
                .isEqualTo("not-aloud");
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("not-aloud");
        tove.close(ticket, "Sent elsewhere.");
    }

    @Test
    void oneMayWriteWithSeveralAndSpeakWithSomebodyBesides() {
        chat.say("can I talk to a human please").ok();
        String ticket = ticket();
        take(ticket);
        String visitor = app.visitor(tove);
        assertThat(tove.page(ticket).get("ticket").get("speaking").asBoolean()).isTrue();
        assertThat(tove.page(visitor).get("ticket").get("speaking").asBoolean()).isTrue();
        tove.close(visitor, "Only a visit.");
        tove.close(ticket, "Only a chat.");
    }

    @Test
    void leavingTheAssistantClosesItAndLeavingTheDeskDoesNot() {
        String first = ticket();
        chat.leave().ok();
        assertThat(state(first)).isEqualTo("CLOSED");
        assertThat(chat.say("hello?").problem()).isEqualTo("chat-over");
        chat.start().ok();
        chat.say("can I talk to a human please").ok();
        String second = ticket();
        chat.leave().ok();
        assertThat(state(second)).isEqualTo("OPEN");
        assertThat(tove.api().get("/api/desk").text())
                .contains("Left the chat before anybody came");
        take(second);
        assertThat(
                        tove.api()
                                .post(
                                        "/api/tickets/" + second + "/lines",
                                        Map.of("words", "Hello?"))
                                .problem())
                .isEqualTo("nobody-there");
        tove.close(second, "Gone.");
    }

    @Test
    void whoeverIsOnThePageBesideItComesBackToIt() {
        OwnPage page = page(app.somebody());
        try (App.Later _ = app.later(Duration.ofMinutes(8))) {
            page.begin("harbour-word").ok();
        }
        try (App.Later _ = app.later(Duration.ofMinutes(16))) {
            app.bean(ChatEnds.class).run();
            assertThat(chat.where()).isEqualTo("assistant");
        }
        chat.leave();
    }

    @Test
    void oneThatNobodyLooksAtIsOver() {
        String ticket = ticket();
        chat.say("can I talk to a human please").ok();
        try (App.Later _ = app.later(Duration.ofMinutes(11))) {
            assertThat(chat.where()).isEqualTo("over");
            app.bean(ChatEnds.class).run();
        }
        assertThat(tove.page(ticket).get("ticket").get("onTheLine").asBoolean()).isFalse();
        take(ticket);
        tove.close(ticket, "Gone.");
    }
}
