package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.ground.Writes;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.OwnPage;
import earnest.tickets.Tickets;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.Map;
import java.util.UUID;

/** Somebody proves themselves on a page of their own and sets a new password. */
@ExtendWith(App.Running.class)
class OwnPageTest {
    private static final String OWN = "Copper-kettle-under-pier-7";

    private App app;
    private String account;
    private OwnPage page;

    @BeforeEach
    void somebodyIsOnAPage(App app) {
        this.app = app;
        account = app.somebody();
        page = new OwnPage(app.httpFromElsewhere());
    }

    private String ticket() {
        return app.database()
                .sql(
                        "select t.id from ticket t join person p on p.id = t.person_id where"
                                + " p.account = :a and t.channel = 'self-service' order by"
                                + " t.opened_at desc limit 1")
                .param("a", account)
                .query(UUID.class)
                .single()
                .toString();
    }

    private String ticketState() {
        return app.database()
                .sql("select state from ticket where id = :t")
                .param("t", UUID.fromString(ticket()))
                .query(String.class)
                .single();
    }

    @Test
    void enoughProofOpensAndTheNewPasswordWorks() {
        page.start(account).ok();
        assertThat(page.stage()).isEqualTo("prove");
        assertThat(page.set(OWN, "directory").problem()).isEqualTo("not-sure-enough");
        HarbourWord.said(page);
        assertThat(page.stage()).isEqualTo("prove");
        assertThat(page.tryOut(OWN, "directory").problem()).isEqualTo("not-sure-enough");
        HarbourWord.said(page);
        JsonNode choosing = page.page();
        assertThat(choosing.get("stage").asString()).isEqualTo("choose");
        assertThat(choosing.get("systems").get(0).get("id").asString()).isEqualTo("directory");
        JsonNode rules = page.tryOut("short", "directory").ok().get(0).get("rules");
        assertThat(rules.toString()).contains("\"kept\":false");
        assertThat(page.set("short", "directory").problem()).isEqualTo("rules-broken");
        page.set(OWN, "directory").ok();
        JsonNode done = page.settled();
        assertThat(done.get("stage").asString()).as(done.toString()).isEqualTo("done");
        assertThat(done.get("results").toString()).contains("works now");
        assertThat(ticketState()).isEqualTo("CLOSED");
        String ticket = ticket();
        for (String kind :
                new String[] {
                    "page-begun",
                    "check-passed",
                    "change-intended",
                    "change-took-effect",
                    "ticket-closed"
                }) {
            assertThat(app.recorded(ticket, kind)).as(kind).isTrue();
        }
        assertThat(page.set(OWN, "directory").problem()).isEqualTo("page-over");
    }

    @Test
    void theDirectoryTakesItAsTheirOwn() {
        app.needs("ldap");
        page.start(account).ok();
        HarbourWord.proves(page);
        app.directory().lock("LDAP", account);
        page.set(OWN, "directory").ok();
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
        assertThat(app.directory().readOwnEntry(account, OWN).intValue()).isZero();
        assertThat(app.directory().locked("LDAP", account)).isFalse();
    }

    @Test
    void whatTheSystemRefusesIsSaidAndAnotherCanBeChosen() {
        app.needs("ldap");
        page.start(account).ok();
        HarbourWord.proves(page);
        page.set(OWN, "directory").ok();
        page.settled();
        OwnPage again = new OwnPage(app.httpFromElsewhere());
        page = again;
        page.start(account).ok();
        HarbourWord.proves(page);
        page.set(OWN, "directory").ok();
        JsonNode refused = page.settled();
        assertThat(refused.get("stage").asString()).isEqualTo("choose");
        assertThat(refused.get("results").toString()).contains("not-set");
        page.set(OWN + "-anew", "directory").ok();
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
    }

    @Test
    void itIsBoundToOneBrowserAndOnePersonAndEnds() {
        page.start(account).ok();
        assertThat(page.http().cookie("earnest-own-page")).isNotEmpty();
        OwnPage other = new OwnPage(app.httpFromElsewhere());
        assertThat(other.stage()).isEqualTo("begin");
        assertThat(other.begin("harbour-word").problem()).isEqualTo("page-over");
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            assertThat(page.begin("harbour-word").problem()).isEqualTo("page-over");
            assertThat(page.stage()).isEqualTo("begin");
        }
    }

    @Test
    void leavingEndsItAndItsTicket() {
        page.start(account).ok();
        HarbourWord.said(page);
        page.http().delete("/api/own/session").ok();
        assertThat(page.stage()).isEqualTo("begin");
        assertThat(ticketState()).isEqualTo("CLOSED");
        page.start(account).ok();
        assertThat(page.page().get("passed").size()).isZero();
    }

    @Test
    void whatTheDeskIsWarnedOfStaysThoughThePageEnds() {
        page.start(account).ok();
        String warned = ticket();
        Tickets tickets = app.bean(Tickets.class);
        app.bean(Writes.class)
                .run(() -> tickets.reopen(UUID.fromString(warned), "They say it is not them"));
        page.start(app.somebody()).ok();
        assertThat(
                        app.database()
                                .sql("select reminder from ticket where id = :t and state = 'OPEN'")
                                .param("t", UUID.fromString(warned))
                                .query(String.class)
                                .list())
                .containsExactly("They say it is not them");
        Desk tove = app.desk("tove.rask");
        tove.api().post("/api/tickets/" + warned + "/take").ok();
        tove.close(warned, "Looked after");
    }

    @Test
    void theDeskIsNotAskedToWaitForIt() {
        Desk tove = app.desk("tove.rask");
        page.start(account).ok();
        assertThat(tove.api().get("/api/desk").text()).doesNotContain(ticket());
        assertThat(tove.change(ticket(), "unlock").problem()).isEqualTo("held-by-another");
    }

    @Test
    void anAnalystWhoTakesItTakesItFromThePage() {
        Desk tove = app.desk("tove.rask");
        page.start(account).ok();
        tove.api().post("/api/tickets/" + ticket() + "/take").ok();
        assertThat(page.begin("harbour-word").problem()).isEqualTo("held-by-another");
        tove.close(ticket(), "Looked at a page");
    }

    @Test
    void wrongAnswersEndIt() {
        page.start(account).ok();
        for (int i = 0; i < 5; i++) {
            if (i % 2 == 0) {
                page.begin("harbour-word").ok();
            }
            page.type("wrong " + i).ok();
        }
        assertThat(page.stage()).isEqualTo("begin");
        assertThat(ticketState()).isEqualTo("CLOSED");
    }

    @Test
    void whoeverIsStoppedMeetsThePageOfNobody() {
        Desk tove = app.desk("tove.rask");
        page.start(account).ok();
        HarbourWord.proves(page);
        page.set(OWN, "directory").ok();
        page.settled();
        denied(tove);
        OwnPage after = new OwnPage(app.httpFromElsewhere());
        after.start(account).ok();
        assertThat(after.stage()).isEqualTo("prove");
        after.begin(after.ways().getFirst()).ok();
        assertThat(after.type(HarbourWord.WORD).ok().get("right").asBoolean()).isFalse();
    }

    @Test
    void allThatWasSetIsTakenOutOfForce() {
        app.needs("ldap", "scim", "text");
        account = app.somebodyAshore();
        page.start(account).ok();
        HarbourWord.proves(page);
        page.set(OWN, "directory", "shore-cloud").ok();
        JsonNode done = page.settled();
        assertThat(done.get("stage").asString()).isEqualTo("done");
        assertThat(done.get("results").size()).isEqualTo(2);
        assertThat(app.outside().cloudSignIn(account, OWN, OWN)).isEqualTo("in");
        denied(app.desk("tove.rask"));
        Eventually.waitFor(
                "both to be out of force",
                () ->
                        app.directory().bind(account, OWN).intValue() != 0
                                && app.outside().cloudSignIn(account, OWN, OWN).equals("refused"));
    }

    /** By the link in what they were told. */
    private void denied(Desk tove) {
        app.needs("text");
        String token = app.outside().textedLink(account, 0);
        OwnPage person = new OwnPage(app.httpFromElsewhere());
        Map<String, String> link = Map.of("token", token);
        JsonNode shown = person.http().post("/api/links/press", link).ok();
        assertThat(shown.toString()).contains("I did not ask for this");
        person.http().post("/api/links/answer", Map.of("token", token, "choice", "not-me")).ok();
        assertThat(ticketState()).isEqualTo("OPEN");
        Eventually.waitFor(
                "the desk to be told that it is out of force",
                () ->
                        tove.api().get("/api/desk").text().contains("is out of force")
                                && tove.api().get("/api/desk").text().contains(ticket()));
        assertThat(app.recorded(ticket(), "check-denied")).isTrue();
    }

    @Test
    void aPuzzleIsGoodOnceForItsNameInItsTime() {
        JsonNode given = page.http().post("/api/own/puzzle", Map.of("name", account)).ok();
        String puzzle = given.get("puzzle").asString();
        int bits = given.get("bits").asInt();
        assertThat(bits).isEqualTo(12);
        String n = OwnPage.solve(puzzle, bits);
        assertThat(page.start("somebody-else", puzzle, n).problem()).isEqualTo("puzzle-unsolved");
        assertThat(page.start(account, puzzle, n + "0").problem()).isEqualTo("puzzle-unsolved");
        page.start(account, puzzle, n).ok();
        assertThat(page.start(account, puzzle, n).problem()).isEqualTo("puzzle-unsolved");
        JsonNode later = page.http().post("/api/own/puzzle", Map.of("name", account)).ok();
        String other = later.get("puzzle").asString();
        String m = OwnPage.solve(other, later.get("bits").asInt());
        try (App.Later _ = app.later(Duration.ofMinutes(5).plusSeconds(1))) {
            assertThat(page.start(account, other, m).problem()).isEqualTo("puzzle-unsolved");
        }
    }

    @Test
    void puzzlesGrowWithTries() {
        int last = 0;
        for (int i = 0; i < 13; i++) {
            Answer given = page.http().post("/api/own/puzzle", Map.of("name", "robot-" + i));
            last = given.ok().get("bits").asInt();
        }
        assertThat(last).isEqualTo(15);
    }
}
