package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;
import earnest.testkit.StaffCodes;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.stream.StreamSupport;

/** Every example of the API's description, sent where it makes sense: what is described comes. */
@ExtendWith(App.Running.class)
class ApiExamplesTest {

    private final App app;
    private final ApiExamples examples;
    private final Outside outside;
    private final Desk tove;
    private final Http api;

    ApiExamplesTest(App app) {
        this.app = app;
        this.examples = new ApiExamples(app);
        this.outside = app.outside();
        this.tove = app.desk("tove.rask");
        this.api = tove.api();
    }

    /** Those of this test are no second steward of another. */
    @AfterEach
    void away() {
        app.database()
                .sql("update analyst set ended_at = now(6) where login like 'staff.%'")
                .update();
    }

    @Test
    void everyExampleGetsWhatItIsSaidToGet() {
        app.needs("ldap", "call", "text", "mail");
        app.needs("call-back", "authenticator", "code-by-text", "approver-link", "counter");
        app.needs("link-by-text", "chat", "mail-in", "question", "badge", "recovery-code");
        atTheDoor();
        String ticket = aCall();
        heldLines();
        aVisit();
        aLink();
        OwnPageExamples.send(app, examples);
        DeviceExamples.send(app, tove, examples);
        StaffExamples.send(app, examples);
        PickUpExamples.send(app, tove, examples);
        ProofExamples.send(app, tove, app.desk("maren.holt").api(), examples);
        ChatExamples.send(app, tove, examples);
        texting();
        aStop();
        theRecord(ticket);
        settingUp();
        reports();
        procedures();
        assertThat(examples.left()).as("calls whose example was not sent").isEmpty();
    }

    private void atTheDoor() {
        Http http = app.httpFromElsewhere();
        examples.send(http, "health");
        examples.send(http, "demo");
        examples.send(http, "whoIsSignedIn");
        StaffCodes codes = app.ground().staff();
        examples.send(
                http,
                "signIn",
                Map.of(
                        "password",
                        app.ground().secret("demo-sign-in"),
                        "code",
                        codes.code("tove.rask")));
        examples.send(http, "whoIsSignedIn");
        examples.send(http, "proveAgain", Map.of("code", codes.code("tove.rask")));
        examples.send(http, "signOut");
    }

    private long version(String ticket) {
        return tove.version(ticket);
    }

    /** A manager is asked by mail, and answers. */
    private void aLink() {
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String mailbox = app.knows(account).get("manager").asString() + "@brackwater.example";
        // Others may have asked the same manager before.
        int before = outside.mails(mailbox).size();
        tove.begin(ticket, "approver-link");
        Eventually.waitFor("the mail to come", () -> outside.mails(mailbox).size() > before);
        String token = outside.linkToken(mailbox);
        Http anybody = app.httpFromElsewhere();
        anybody.get("/api/session");
        examples.send(anybody, "pressLink", Map.of("token", token));
        examples.send(anybody, "answerLink", Map.of("token", token));
    }

    /** From the ring to the end, read aloud. */
    private String aCall() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.ringing();
        Map<String, String> on = Map.of("ticket", ticket);
        examples.send(api, "desk");
        examples.send(api, "answerCall", on);
        examples.send(api, "findPeople");
        examples.send(api, "peopleFreshness");
        Map<String, Object> claim =
                Map.of(
                        "ticket",
                        ticket,
                        "person",
                        tove.person(account),
                        "version",
                        version(ticket));
        examples.send(api, "claim", claim);
        examples.send(api, "ticketAccounts", on);
        String given =
                examples.send(
                                api,
                                "beginCheck",
                                Map.of(
                                        "ticket",
                                        ticket,
                                        "offer",
                                        tove.offer(ticket, "authenticator").orElseThrow()))
                        .get("check")
                        .asString();
        examples.send(api, "endCheck", Map.of("ticket", ticket, "check", given));
        String code = tove.begin(ticket, "authenticator");
        examples.send(
                api,
                "replyToCheck",
                Map.of("ticket", ticket, "check", code, "typed", outside.authenticator(account)));
        tove.callBack(ticket, account, outside);
        examples.send(api, "endHeldCall", on);
        examples.send(api, "checkPassword", on);
        examples.send(api, "change", Map.of("ticket", ticket, "version", version(ticket)));
        tove.settled(ticket);
        examples.send(api, "changeTogether", Map.of("ticket", ticket, "version", version(ticket)));
        examples.send(api, "showPassword", on);
        examples.send(api, "partSaidBack", on);
        examples.send(api, "ticketPage", on);
        examples.send(api, "ticketSummary", on);
        examples.send(api, "closeTicket", Map.of("ticket", ticket, "version", version(ticket)));
        return ticket;
    }

    private void aVisit() {
        var ravi = app.desk("ravi.anand").api();
        String file = examples.send(ravi, "rulebookFile").get("content").asString();
        String proposal =
                examples.send(ravi, "proposeRulebook", Map.of("content", file))
                        .get("proposal")
                        .asString();
        examples.send(ravi, "rehearseRulebook", Map.of("content", file));
        examples.send(api, "rulebookSchema");
        examples.send(api, "rulebook");
        examples.send(api, "shippedRulebooks");
        examples.send(ravi, "answerRulebook", Map.of("proposal", proposal, "agreed", false));
        String visit = examples.send(api, "openVisit").get("ticket").asString();
        tove.claim(visit, "pramanholt").ok();
        String pressed = tove.api().post("/api/visits").ok().get("ticket").asString();
        examples.send(api, "sayPressed", Map.of("ticket", pressed));
        tove.close(pressed, "Only a trial.");
        tove.api().post("/api/tickets/" + visit + "/speak");
        app.word(tove, visit, "north");
        app.word(tove, visit, "south");
        tove.heard(visit, tove.begin(visit, "badge"), "fits").ok();
        String second =
                examples.send(api, "askSecondPerson", Map.of("ticket", visit))
                        .get("second")
                        .asString();
        examples.send(
                app.desk("jonas.lie").api(),
                "answerSecondPerson",
                Map.of("ticket", visit, "second", second));
        tove.close(visit, "Only a trial.");
    }

    private void heldLines() {
        Desk jonas = app.desk("jonas.lie");
        JsonNode colleagues = examples.send(api, "analysts");
        outside.ringWithheld();
        String first = tove.answer();
        outside.ringWithheld();
        String second = tove.answer();
        Map<String, String> on = Map.of("ticket", first);
        examples.send(api, "speakWithHeld", on);
        examples.send(api, "endCall", on);
        examples.send(
                api, "passTicket", Map.of("ticket", first, "to", id(colleagues, "Jonas Lie")));
        examples.send(api, "takeTicket", on);
        tove.close(first, "Only a trial.");
        tove.close(second, "Only a trial.");
        assertThat(jonas.page(first).get("ticket").get("state").asString()).isEqualTo("CLOSED");
        examples.send(
                app.desk("ravi.anand").api(),
                "releaseSignIn",
                Map.of("analyst", id(colleagues, "Jonas Lie")));
    }

    private static String id(JsonNode list, String name) {
        return StreamSupport.stream(list.spliterator(), false)
                .filter(one -> one.get("name").asString().equals(name))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
    }

    private void texting() {
        String ticket = tove.proved(app.somebody(), outside);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        JsonNode contact = tove.page(ticket).get("handover").get("contacts").get(0);
        examples.send(
                api,
                "chooseRoute",
                Map.of("ticket", ticket, "contact", contact.get("id").asString()));
        tove.close(ticket, "Only a trial.");
    }

    private void aStop() {
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        String check = tove.begin(ticket, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the answer to be seen", () -> tove.says(ticket).startsWith("Somebody answered"));
        tove.heard(ticket, check, "denied").ok();
        String lifting =
                examples.send(api, "askToLiftStop", Map.of("ticket", ticket))
                        .get("lifting")
                        .asString();
        examples.send(
                app.desk("ravi.anand").api(),
                "answerLifting",
                Map.of("ticket", ticket, "lifting", lifting));
        tove.close(ticket, "Only a trial.");
    }

    private void theRecord(String ticket) {
        Http elif = app.desk("elif.hartono").api();
        Http maren = app.desk("maren.holt").api();
        Provable.sealed(app);
        JsonNode page = tove.page(ticket);
        String person = page.get("who").get("id").asString();
        String number = page.get("ticket").get("number").asString().substring(2);
        Map<String, String> asked =
                Map.of(
                        "ticket",
                        number,
                        "person",
                        "",
                        "analyst",
                        "",
                        "kind",
                        "",
                        "since",
                        "",
                        "until",
                        "",
                        "before",
                        "",
                        "beforeEntry",
                        "");
        JsonNode entries = examples.send(elif, "readRecord", asked).get("entries");
        JsonNode last = entries.get(entries.size() - 1).get("entry");
        examples.send(
                elif,
                "readRecord",
                Map.of(
                        "ticket",
                        number,
                        "person",
                        person,
                        "analyst",
                        page.get("ticket").get("holder").asString(),
                        "until",
                        Instant.now().plusSeconds(60),
                        "before",
                        last.get("at").asString(),
                        "beforeEntry",
                        last.get("id").asString()));
        examples.send(elif, "entryKinds");
        examples.send(elif, "sealStatus");
        examples.send(elif, "sealingKey");
        examples.send(elif, "entryProof", Map.of("entry", last.get("id").asString()));
        examples.send(elif, "exportRecord", Map.of("to", "3"));
        examples.send(elif, "exportAsked", asked);
        examples.send(api, "receipt", Map.of("ticket", ticket));
        examples.send(maren, "askToErase", Map.of("person", person));
        JsonNode erasures = examples.send(elif, "erasures");
        examples.send(
                elif,
                "answerErasure",
                Map.of("erasure", erasures.get(erasures.size() - 1).get("id").asString()));
        examples.send(maren, "changeSealingKey");
        Eventually.waitFor(
                "the former key to seal the change",
                () -> {
                    JsonNode changes = elif.get("/api/record/key").ok().get("changes");
                    return changes.get(changes.size() - 1).get("sealed").asBoolean();
                });
    }

    private void procedures() {
        Http maren = app.desk("maren.holt").api();
        examples.send(maren, "checkProcedure");
        Map<String, ?> hello = Map.of("procedure", "hello");
        long edit = examples.send(maren, "keepProcedure", hello).get("edit").asLong();
        examples.send(maren, "procedures");
        examples.send(maren, "procedure", hello);
        examples.send(maren, "removeProcedure", Map.of("procedure", "hello", "edit", edit));
        RunExamples.send(app, tove, maren, examples);
    }

    private void reports() {
        Http elif = app.desk("elif.hartono").api();
        Map<String, String> ever =
                Map.of(
                        "since",
                        Instant.now().minus(Duration.ofDays(30)).toString(),
                        "until",
                        Instant.now().plus(Duration.ofDays(1)).toString(),
                        "group",
                        "");
        examples.send(elif, "howLong", ever);
        examples.send(elif, "howLongCsv", ever);
    }

    private void settingUp() {
        Http maren = app.desk("maren.holt").api();
        JsonNode before = examples.send(maren, "organisation");
        examples.send(maren, "putOrganisation");
        maren.put("/api/organisation", before).ok();
        examples.send(maren, "putSystem", Map.of("system", "harbour-example"));
        examples.send(maren, "testConnection", Map.of("system", "directory"));
        Eventually.waitFor(
                "the test to be over",
                () ->
                        examples.send(maren, "connectionTest", Map.of("system", "directory"))
                                .has("endedAt"));
        examples.send(maren, "systemKinds");
        examples.send(maren, "systems");
        Map<String, String> source =
                Map.of("source", "harbour-example", "system", "harbour-example");
        examples.send(maren, "putPeopleSource", source);
        examples.send(maren, "peopleSources");
        examples.send(maren, "removePeopleSource", source);
    }
}
