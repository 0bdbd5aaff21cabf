package earnest.chat;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.ChatPage;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/** What a stranger would try in a chat: enumerate, guess, replay, forward, forge, flood. */
@ExtendWith(App.Running.class)
class ChatAttacksTest {
    private final App app;

    ChatAttacksTest(App app) {
        this.app = app;
    }

    private ChatPage browser() {
        ChatPage chat = new ChatPage(app.httpFromElsewhere());
        chat.start().ok();
        return chat;
    }

    private String ticket() {
        return app.database()
                .sql("select ticket_id from chat order by started_at desc, id desc limit 1")
                .query(UUID.class)
                .single()
                .toString();
    }

    private ChatPage named(String name) {
        ChatPage chat = browser();
        chat.say("I forgot my password").ok();
        chat.say(name).ok();
        return chat;
    }

    @Test
    void enumerateNamesThatAreKnownAndThatAreNotAreAnsweredAlike() {
        String account = app.somebody();
        ChatPage known = named(account);
        ChatPage nobody = named("nobody.of.that.name");
        assertThat(known.lines().toString().replace(account, "NAME"))
                .isEqualTo(nobody.lines().toString().replace("nobody.of.that.name", "NAME"));
        OwnPage real = known.page();
        OwnPage pretended = nobody.page();
        assertThat(real.stage()).isEqualTo(pretended.stage()).isEqualTo("prove");
        assertThat(pretended.ways()).isNotEmpty();
        String word = pretended.way("harbour-word");
        pretended.begin(word).ok();
        assertThat(pretended.type(HarbourWord.WORD).ok().get("right").asBoolean()).isFalse();
        known.leave();
        nobody.leave();
    }

    @Test
    void enumerateNothingOfThePersonIsInWhatTheChatShows() {
        String account = app.somebody();
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        ChatPage chat = named(account);
        JsonNode shown = chat.shown();
        String name = tove.page(ticket).get("who").get("name").asString();
        assertThat(shown.toString()).doesNotContain(name).doesNotContain(ticket());
        tove.close(ticket, "Only looked.");
        chat.leave();
    }

    @Test
    void guessNamesMayBeTriedThreeTimesOnly() {
        ChatPage chat = browser();
        chat.say("I forgot my password").ok();
        for (int i = 0; i < 8 && chat.where().equals("assistant"); i++) {
            chat.say("guess" + i).ok();
            chat.say("I forgot my password").ok();
        }
        int names =
                app.database()
                        .sql("select names from chat where ticket_id = :t")
                        .param("t", UUID.fromString(ticket()))
                        .query(Integer.class)
                        .single();
        assertThat(names).isLessThanOrEqualTo(Chat.MOST_NAMES);
        chat.leave();
    }

    @Test
    void guessCodesInTheChatCountWithThoseOnThePage() {
        app.needs("authenticator");
        ChatPage chat = named(app.somebody());
        OwnPage page = chat.page();
        int wrong = 0;
        for (int begun = 0; begun < 5 && !chat.last().contains("too many"); begun++) {
            page.begin("authenticator").ok();
            for (int i = 0; i < 3; i++) {
                chat.say("00000" + i).ok();
                wrong += chat.last().contains("not the code") ? 1 : 0;
            }
        }
        assertThat(chat.last()).contains("too many wrong answers");
        assertThat(wrong).isLessThanOrEqualTo(10);
        assertThat(page.type("000000").problem()).isEqualTo("too-many-tries");
        chat.leave();
    }

    @Test
    void replayTheSameMessageIsTakenOnceAndAPuzzleToo() {
        ChatPage chat = browser();
        String id = UUID.randomUUID().toString();
        chat.say(id, "I forgot my password").ok();
        int lines = chat.lines().size();
        chat.say(id, "I forgot my password").ok();
        assertThat(chat.lines()).hasSize(lines);
        Http http = app.httpFromElsewhere();
        ChatPage other = new ChatPage(http);
        JsonNode given = http.post("/api/own/chat/puzzle").ok();
        String puzzle = given.get("puzzle").asString();
        String solution = OwnPage.solve(puzzle, given.get("bits").asInt());
        other.start(puzzle, solution).ok();
        assertThat(other.start(puzzle, solution).problem()).isEqualTo("puzzle-unsolved");
        ChatPage elsewhere = new ChatPage(app.httpFromElsewhere());
        assertThat(elsewhere.start(puzzle, solution).problem()).isEqualTo("puzzle-unsolved");
        chat.leave();
        other.leave();
    }

    @Test
    void forwardWhoeverOpensTheLinkHasTheChatAndTheFirstBrowserNothing() {
        app.needs("link-by-text", "text");
        String account = app.somebody();
        int before = app.outside().texts(account).size();
        ChatPage attacker = named(account);
        OwnPage page = attacker.page();
        page.begin(page.way("link-by-text")).ok();
        String link = app.outside().textedLink(account, before);
        Http phone = app.httpFromElsewhere();
        OwnPage victim = new OwnPage(phone);
        victim.answer(link, "opened").ok();
        assertThat(page.stage()).isEqualTo("moved");
        assertThat(attacker.where()).isEqualTo("moved");
        assertThat(attacker.say("and now?").problem()).isEqualTo("moved-on");
        assertThat(attacker.http().post("/api/own/chat/page").problem()).isEqualTo("moved-on");
        ChatPage there = new ChatPage(phone);
        assertThat(there.where()).isEqualTo("assistant");
        there.leave();
    }

    @Test
    void forgeNobodyWritesForAnotherOrOpensTheirPage() {
        ChatPage chat = named(app.somebody());
        String ticket = ticket();
        Http stranger = app.httpFromElsewhere();
        stranger.get("/api/session");
        assertThat(stranger.post("/api/own/chat/page").problem()).isEqualTo("chat-over");
        assertThat(
                        stranger.post(
                                        "/api/own/chat/lines",
                                        Map.of("id", "12345678", "words", "hello"))
                                .problem())
                .isEqualTo("chat-over");
        for (String path : List.of("/lines", "/page", "/writing")) {
            Answer answer =
                    stranger.post(
                            "/api/tickets/" + ticket + path,
                            Map.of("words", "hello", "writing", true));
            assertThat(answer.status()).as(path).isEqualTo(401);
        }
        // An analyst who does not hold it does not write in it either.
        Desk tove = app.desk("tove.rask");
        assertThat(
                        tove.api()
                                .post("/api/tickets/" + ticket + "/lines", Map.of("words", "Hi"))
                                .problem())
                .isEqualTo("held-by-another");
        chat.leave();
    }

    @Test
    void forgeAPageIsOpenedOnlyOnceOneWasOffered() {
        ChatPage chat = browser();
        assertThat(chat.http().post("/api/own/chat/page").problem()).isEqualTo("not-offered");
        chat.leave();
    }

    @Test
    void plantNothingOfAMessageIsMoreThanWords() {
        ChatPage chat = browser();
        assertThat(chat.say("a\u0000b").problem()).isNotNull();
        assertThat(chat.say("x".repeat(2_001)).problem()).isNotNull();
        assertThat(chat.say("bad id!", "hello").problem()).isNotNull();
        chat.say("<img src=x onerror=alert(1)> {name} ${jndi:ldap://x}").ok();
        assertThat(chat.lines().toString()).contains("<img src=x onerror=alert(1)> {name}");
        chat.leave();
    }

    @Test
    void floodSoManyMessagesAMinuteAndNoMore() {
        ChatPage chat = browser();
        String problem = null;
        for (int i = 0; i < 60 && problem == null; i++) {
            Answer answer = chat.say("hello " + i);
            problem = answer.status() == 429 ? answer.problem() : null;
        }
        assertThat(problem).isEqualTo("slow-down");
        chat.leave();
    }

    @Test
    void floodEachChatCostsMoreThanTheOneBefore() {
        Http http = app.httpFromElsewhere();
        ChatPage chat = new ChatPage(http);
        int first = http.post("/api/own/chat/puzzle").ok().get("bits").asInt();
        int last = first;
        for (int i = 0; i < 12; i++) {
            last = http.post("/api/own/chat/puzzle").ok().get("bits").asInt();
        }
        assertThat(last).isGreaterThan(first);
        chat.leave();
    }

    @Test
    void theDeskSendsNoSecretThatIsStillInForce() {
        app.needs("ldap");
        String account = app.somebody();
        ChatPage chat = browser();
        chat.say("can I talk to a human please").ok();
        String ticket = ticket();
        Desk tove = app.desk("tove.rask");
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
        tove.claim(ticket, account).ok();
        app.word(tove, ticket, "north");
        app.word(tove, ticket, "south");
        String typed = "Copper-kettle-under-pier-58";
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/changes",
                        Map.of(
                                "system",
                                "directory",
                                "action",
                                "temporary-password",
                                "style",
                                "typed",
                                "typed",
                                typed,
                                "version",
                                tove.version(ticket)))
                .ok();
        tove.settled(ticket);
        assertThat(
                        tove.api()
                                .post(
                                        "/api/tickets/" + ticket + "/lines",
                                        Map.of("words", "It is " + typed))
                                .problem())
                .isEqualTo("secret-in-line");
        assertThat(chat.lines().toString()).doesNotContain(typed);
        tove.close(ticket, "Not by chat.");
    }
}
