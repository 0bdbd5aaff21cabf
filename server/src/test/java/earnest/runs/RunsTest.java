package earnest.runs;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.ProofAlone;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.ground.Writes;
import earnest.testkit.ChatPage;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Procedures that are carried out. */
@ExtendWith(App.Running.class)
class RunsTest {
    private static final String OWN = "Copper-kettle-under-pier-7";
    private static final String BY_HAND =
            """
            procedure hello-run
              title "Hello, {person.name}"
              starts on by hand
              otherwise
                note "Stopped at {step}: {reason}"
                pass to leads

              find contact work-mobile as phone
                none: stop "No phone"
              repeat at most 2 times
                note "Hello {person.name} of {ticket.number}"
              if phone is present
                milestone "There is a phone"
              wait 30 minutes
              stop "Said hello"
            """;
    private static final String CHANGES =
            """
            procedure hello-change
              title "Changes"
              starts on by hand
              otherwise
                pass to leads

              prove own-password in directory
              change own-password in directory
              close "Done"
            """;

    private App app;
    private Desk tove;
    private Http maren;

    @BeforeEach
    void theDesk(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        maren = app.desk("maren.holt").api();
    }

    @AfterEach
    void takeAway() {
        var migrate = app.databaseAs("migrate");
        migrate.sql("delete from procedure_draft where name like 'hello-%'").update();
        migrate.sql("update procedure_version set retired_at = now(6) where name like 'hello-%'")
                .update();
    }

    private List<JsonNode> runs(String ticket) {
        List<JsonNode> runs = new ArrayList<>();
        tove.api().get("/api/tickets/" + ticket + "/runs").ok().forEach(runs::add);
        return runs;
    }

    private JsonNode page(String run) {
        return tove.api().get("/api/runs/" + run).ok();
    }

    private List<String> steps(String run) {
        List<String> steps = new ArrayList<>();
        page(run)
                .get("steps")
                .forEach(
                        step ->
                                steps.add(
                                        step.get("act").asString()
                                                + " -> "
                                                + step.path("came").asString("…")));
        return steps;
    }

    private void waits(String run, String what) {
        Eventually.waitFor(
                "the run to wait " + what,
                () -> page(run).get("run").path("waits").asString("").startsWith(what));
    }

    private JsonNode ended(String run) {
        Eventually.waitFor(
                "the run to end",
                () -> !page(run).get("run").get("state").asString().equals("running"));
        return page(run).get("run");
    }

    private String how(String run) {
        return app.database()
                .sql("select coalesce(how, '') from procedure_run where id = :r")
                .param("r", UUID.fromString(run))
                .query(String.class)
                .single();
    }

    private String ticketOfChat() {
        return app.database()
                .sql("select ticket_id from chat order by started_at desc, id desc limit 1")
                .query(UUID.class)
                .single()
                .toString();
    }

    /** Of a page that somebody opens. */
    private String ticketOf(OwnPage page, String account) {
        page.start(account).ok();
        return app.database()
                .sql(
                        "select t.id from ticket t join person p on p.id = t.person_id"
                                + " where p.account = :a order by t.opened_at desc limit 1")
                .param("a", account)
                .query(UUID.class)
                .single()
                .toString();
    }

    @Test
    void theOneThatShipsRunsFromAChatToTheNewPassword() {
        app.needs("chat");
        ChatPage chat = new ChatPage(app.httpFromElsewhere());
        chat.start().ok();
        chat.say("I forgot my password").ok();
        String ticket = ticketOfChat();
        String run = runs(ticket).getFirst().get("id").asString();
        assertThat(runs(ticket).getFirst().get("cause").asString())
                .isEqualTo("ticket wanting forgotten-password");
        waits(run, "till somebody is named");
        chat.say(app.somebody()).ok();
        waits(run, "for proof");
        // Said once more, it wants the same and starts nothing.
        chat.say("I really forgot my password").ok();
        assertThat(runs(ticket)).hasSize(1);
        OwnPage page = chat.page();
        HarbourWord.proves(page);
        waits(run, "till they choose");
        page.set(OWN, "directory").ok();
        page.settled();
        JsonNode over = ended(run);
        assertThat(over.get("state").asString()).isEqualTo("done");
        assertThat(over.get("how").asString()).isEqualTo("Set a new password by themselves");
        assertThat(steps(run))
                .containsExactly(
                        "prove own-password in directory within 30 minutes -> enough",
                        "milestone \"They proved that it is them\" -> “They proved that it is"
                                + " them”",
                        "change own-password in directory as done -> took effect",
                        "milestone \"A new password of their own is set\" -> “A new password of"
                                + " their own is set”",
                        "close \"Set a new password by themselves\" -> “Set a new password by"
                                + " themselves”");
        for (String kind : new String[] {"run-started", "run-step", "run-noted", "run-ended"}) {
            assertThat(app.recorded(ticket, kind)).as(kind).isTrue();
        }
        assertThat(page(run).toString()).doesNotContain(OWN);
    }

    @Test
    void itRunsOnAPageOfOnesOwnAndStopsWhenTheyGo() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        String ticket = ticketOf(page, app.somebody());
        String run = runs(ticket).getFirst().get("id").asString();
        waits(run, "for proof");
        page.http().delete("/api/own/session").ok();
        JsonNode over = ended(run);
        assertThat(over.get("state").asString()).isEqualTo("stopped");
        assertThat(steps(run).getFirst()).endsWith("-> they went");
    }

    @Test
    void whoeverIsQuickerThanTheRunHasNotGone() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        String ticket = ticketOf(page, app.somebody());
        String run = runs(ticket).getFirst().get("id").asString();
        waits(run, "for proof");
        Eventually.waitFor("the run to rest", () -> rests(run));
        HarbourWord.proves(page);
        page.set(OWN, "directory").ok();
        page.settled();
        Eventually.waitFor(
                "the ticket to be closed",
                () -> tove.page(ticket).at("/ticket/state").asString("").equals("CLOSED"));
        app.bean(Running.class).work(UUID.fromString(run));
        assertThat(ended(run).get("how").asString()).isEqualTo("Set a new password by themselves");
        assertThat(steps(run)).hasSize(5);
    }

    /** Puts off the next look of a run, unless it looks just now. */
    private boolean rests(String run) {
        return app.database()
                        .sql(
                                "update scheduled_tasks set execution_time = date_add(now(6),"
                                    + " interval 1 day), version = version + 1 where task_name ="
                                    + " 'go-on-with-run' and task_instance like concat('%', :r) and"
                                    + " not picked")
                        .param("r", run)
                        .update()
                == 1;
    }

    @Test
    void aNoStaysOnTheTicketWhateverTheRunSaysAfterwards() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        String ticket = ticketOf(page, app.somebody());
        HarbourWord.said(page);
        UUID person = UUID.fromString(tove.page(ticket).get("who").get("id").asString());
        String run = runs(ticket).getFirst().get("id").asString();
        waits(run, "for proof");
        app.bean(Writes.class)
                .run(() -> app.bean(ProofAlone.class).notAsked(UUID.fromString(ticket), person));
        assertThat(ended(run).get("how").asString()).isEqualTo("passed to the analysts");
        assertThat(tove.page(ticket).get("ticket").get("reminder").asString())
                .contains("I did not ask for this");
    }

    @Test
    void whatCannotGoOnIsPassedToTheDesk() {
        app.needs("chat");
        String account = app.somebody();
        ChatPage chat = new ChatPage(app.httpFromElsewhere());
        chat.start().ok();
        chat.say("I forgot my password").ok();
        chat.say(account).ok();
        String ticket = ticketOfChat();
        String run = runs(ticket).getFirst().get("id").asString();
        waits(run, "for proof");
        String other = app.visitor(tove);
        tove.claim(other, account).ok();
        tove.api().post("/api/tickets/" + other + "/checks", Map.of("offer", "harbour-word.north"));
        app.publish(new earnest.checks.Standing.Stopped(UUID.fromString(tove.person(account))));
        app.database()
                .sql(
                        "update proof_check set state = 'DENIED', ended_at = utc_timestamp(6) where"
                                + " ticket_id = :t")
                .param("t", UUID.fromString(other))
                .update();
        JsonNode over = ended(run);
        assertThat(over.get("how").asString()).isEqualTo("passed to the analysts");
        assertThat(tove.page(ticket).get("ticket").get("reminder").asString())
                .contains("Passed to the analysts");
        assertThat(chat.where()).isEqualTo("waiting");
        tove.close(other, "A no.");
        chat.leave();
    }

    @Test
    void byHandItRunsStepByStepUntilSomebodyTakesOver() {
        maren.put("/api/procedures/hello-run", Map.of("text", BY_HAND, "basedOn", 0)).ok();
        maren.post("/api/procedures/hello-run/publish").ok();
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String run = start(ticket, "hello-run").ok().get("run").asString();
        assertThat(start(ticket, "hello-run").problem()).isEqualTo("already-running");
        waits(run, "till its time is over");
        String name = tove.page(ticket).get("who").get("name").asString();
        assertThat(steps(run).toString())
                .contains("there is one")
                .contains("Hello " + name + " of T-")
                .contains("There is a phone");
        assertThat(steps(run).stream().filter(step -> step.startsWith("note"))).hasSize(2);
        Desk jonas = app.desk("jonas.lie");
        assertThat(jonas.api().post("/api/runs/" + run + "/take-over").problem())
                .isEqualTo("held-by-another");
        tove.api().post("/api/runs/" + run + "/take-over").ok();
        assertThat(ended(run).get("state").asString()).isEqualTo("taken-over");
        assertThat(tove.api().post("/api/runs/" + run + "/take-over").problem())
                .isEqualTo("run-over");
        String again = start(ticket, "hello-run").ok().get("run").asString();
        waits(again, "till its time is over");
        try (App.Later _ = app.later(java.time.Duration.ofMinutes(31))) {
            // Nobody is signed in any more by then.
            app.bean(Running.class).work(UUID.fromString(again));
            assertThat(how(again)).isEqualTo("Said hello");
        }
        app.desk("tove.rask").close(ticket, "Only a trial.");
    }

    private earnest.testkit.Answer start(String ticket, String procedure) {
        return tove.api().post("/api/tickets/" + ticket + "/runs", Map.of("procedure", procedure));
    }

    @Test
    void whatChangesAccountsIsPublishedByAnotherThanItsAuthor() {
        maren.put("/api/procedures/hello-change", Map.of("text", CHANGES, "basedOn", 0)).ok();
        assertThat(maren.post("/api/procedures/hello-change/publish").problem())
                .isEqualTo("second-author");
        app.database()
                .sql("update procedure_draft set author_id = :other where name = 'hello-change'")
                .param("other", UUID.randomUUID())
                .update();
        assertThat(maren.post("/api/procedures/hello-change/publish").ok().get("version").asInt())
                .isEqualTo(1);
        assertThat(tove.api().get("/api/procedures-in-use").ok().toString())
                .contains("hello-change");
        maren.delete("/api/procedures/hello-change/publish").ok();
        assertThat(tove.api().get("/api/procedures-in-use").ok().toString())
                .doesNotContain("hello-change");
    }

    @Test
    void whatIsWrongOrCannotBeDoneYetIsNotPublished() {
        maren.put(
                        "/api/procedures/hello-bad",
                        Map.of("text", "procedure hello-bad\n", "basedOn", 0))
                .ok();
        assertThat(maren.post("/api/procedures/hello-bad/publish").problem())
                .isEqualTo("still-to-mend");
        String asks =
                """
                procedure hello-asks
                  title "Asks"
                  starts on by hand
                  otherwise
                    pass to leads

                  ask "Which berth?" as berth
                  close "{berth.words}"
                """;
        maren.put("/api/procedures/hello-asks", Map.of("text", asks, "basedOn", 0)).ok();
        assertThat(maren.post("/api/procedures/hello-asks/publish").problem())
                .isIn("cannot-run-yet", "still-to-mend");
        assertThat(maren.post("/api/procedures/hello-nowhere/publish").problem())
                .isEqualTo("unknown");
        assertThat(tove.api().post("/api/procedures/hello-asks/publish").status()).isEqualTo(403);
    }

    @Test
    void whatStartsByItselfIsNotStartedByHand() {
        String ticket = app.visitor(tove);
        assertThat(start(ticket, "new-password-by-oneself").problem()).isEqualTo("not-by-hand");
        assertThat(start(ticket, "nothing-like-it").problem()).isEqualTo("unknown");
        Desk jonas = app.desk("jonas.lie");
        assertThat(
                        jonas.api()
                                .post(
                                        "/api/tickets/" + ticket + "/runs",
                                        Map.of("procedure", "new-password-by-oneself"))
                                .status())
                .isEqualTo(409);
        tove.close(ticket, "Only a trial.");
    }
}
