package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.ChatPage;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * What somebody has set up is not told apart, by any step, from what somebody else has and from a
 * name that nobody has, until something is proved.
 */
@ExtendWith(App.Running.class)
class EnrolmentsUntoldTest {
    private static final String NOBODY = "nobody.with.anything";
    private static final List<String> FIRST =
            List.of("authenticator", "recovery-code", "passkey", "code-by-text", "link-by-text");
    private static final List<String> REST = List.of("code-by-mail", "link-by-mail");

    private App app;
    private String everything;
    private String little;

    @BeforeEach
    void twoPeople(App app) {
        this.app = app;
        everything = app.somebodyWithAMailbox();
        little = app.somebodyWithoutAMailbox();
        app.databaseAs("migrate")
                .sql(
                        "delete e from enrolment e join person p on p.id = e.person_id where"
                                + " p.account = :a")
                .param("a", little)
                .update();
    }

    /** Codes for paper beside all that they have; long ago, so that it is offered. */
    private void setUp(String account) {
        OwnPage page = browser();
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        page.setUp("recovery-code").ok();
        page.http().delete("/api/own/session").ok();
        app.hadItLong(account);
    }

    private OwnPage browser() {
        return new OwnPage(app.httpFromElsewhere());
    }

    /** What a browser gets, without times and what is drawn at random. */
    private static String seen(Answer answer) {
        if (answer.status() != 200) {
            return answer.status() + " " + answer.problem();
        }
        ObjectNode seen = (ObjectNode) answer.ok().deepCopy();
        for (JsonNode part : List.of(seen, seen.path("page"))) {
            if (part instanceof ObjectNode page) {
                page.remove("endsAt");
                if (page.path("open") instanceof ObjectNode open) {
                    open.remove("until");
                    open.put("browserAsks", open.path("browserAsks").asString("").length());
                }
            }
        }
        return seen.toString();
    }

    private List<String> allSteps(String name, List<String> ways) {
        OwnPage page = browser();
        List<String> all = new ArrayList<>(List.of(seen(page.start(name))));
        for (String way : ways) {
            all.add(seen(page.begin(way)));
            all.add(seen(page.type("000000")));
        }
        all.add(seen(page.begin("moon-word")));
        return all;
    }

    @Test
    void byNoStepOfAPage() {
        app.needs("authenticator", "recovery-code", "passkey", "text", "mail");
        setUp(everything);
        for (List<String> ways : List.of(FIRST, REST)) {
            // Of what was begun with these names before; a later hour would bring entries to come.
            app.databaseAs("migrate").sql("delete from guess_limit").update();
            List<String> nobodys = allSteps(NOBODY, ways);
            assertThat(nobodys.getFirst()).contains(ways).doesNotContain("ends in");
            assertThat(allSteps(everything, ways)).isEqualTo(nobodys);
            assertThat(allSteps(little, ways)).isEqualTo(nobodys);
        }
    }

    @Test
    void byNothingWrittenInAChat() {
        app.needs("authenticator");
        List<String> said = new ArrayList<>();
        for (String name : List.of(everything, little, NOBODY)) {
            ChatPage chat = new ChatPage(app.httpFromElsewhere());
            chat.start().ok();
            chat.say("I forgot my password").ok();
            chat.say(name).ok();
            OwnPage page = chat.page();
            page.begin("authenticator").ok();
            chat.say("000000").ok();
            chat.say("000001").ok();
            chat.say("000002").ok();
            chat.say("000003").ok();
            said.add(chat.lines().toString().replace(name, "NAME"));
            chat.leave();
        }
        assertThat(said.getFirst()).contains("That was not the code");
        assertThat(said).containsOnly(said.getFirst());
    }

    @Test
    void whatTheyDoNotHaveIsOnTheRecord() {
        app.needs("recovery-code");
        OwnPage page = browser();
        page.start(little).ok();
        page.begin("recovery-code").ok();
        UUID ticket =
                app.database()
                        .sql(
                                "select t.id from ticket t join person p on p.id = t.person_id"
                                        + " where p.account = :a order by t.opened_at desc limit 1")
                        .param("a", little)
                        .query(UUID.class)
                        .single();
        assertThat(app.recorded(ticket.toString(), "check-not-begun")).isTrue();
    }

    @Test
    void onceSomethingIsProvedTheirOwnAreListed() {
        app.needs("recovery-code", "text");
        OwnPage page = browser();
        page.start(little).ok();
        page.begin("recovery-code").ok();
        HarbourWord.said(page);
        assertThat(page.ways()).noneMatch(way -> way.startsWith("recovery-code"));
        assertThat(page.begin("recovery-code").problem()).isEqualTo("not-offered");
        assertThat(page.page().path("open").isMissingNode()).isTrue();
    }
}
