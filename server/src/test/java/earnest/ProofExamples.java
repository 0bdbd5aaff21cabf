package earnest;

import earnest.checks.methods.madeup.HarbourWord;
import earnest.ground.Writes;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.springframework.jdbc.core.simple.JdbcClient;

import tools.jackson.databind.JsonNode;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** Sends the examples of what people have for being proved, and who looks after it. */
final class ProofExamples {
    private ProofExamples() {}

    static void send(App app, Desk tove, Http steward, ApiExamples examples) {
        catalogue(steward, examples);
        examples.send(steward, "bringAuthenticatorsIn", Map.of());
        examples.send(steward, "bringDevicesIn", Map.of());
        examples.send(steward, "describeOutsideService", Map.of("service", "voice"));
        JsonNode services = examples.send(steward, "outsideServices");
        nobodyAgreed(app);
        examples.send(
                steward,
                "agreeToOutsideService",
                Map.of(
                        "service",
                        "voice",
                        "description",
                        services.get(0).get("description").asString()));
        examples.send(steward, "tryOutsideService", Map.of("service", "voice"));
        examples.send(steward, "removeOutsideService", Map.of("service", "voice"));
        String account = app.somebody();
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        contacts(app, page.http(), account, examples);
        String codes = page.setUp("recovery-code").ok().get("id").asString();
        lost(app, tove, account, codes, examples);
        coverage(tove, steward, examples);
        starter(app, examples);
    }

    private static void starter(App app, ApiExamples examples) {
        String account = app.somebody();
        UUID person =
                app.database()
                        .sql("select id from person where account = :a")
                        .param("a", account)
                        .query(UUID.class)
                        .single();
        app.databaseAs("migrate")
                .sql("delete from enrolment where person_id = :p")
                .param("p", person)
                .update();
        examples.send(
                app.desk("ravi.anand").api(),
                "welcomeStarter",
                Map.of("person", person.toString()));
    }

    private static void catalogue(Http steward, ApiExamples examples) {
        JsonNode added =
                examples.send(
                        steward,
                        "addQuestion",
                        Map.of("words", "Which bird did you see first? " + UUID.randomUUID()));
        examples.send(steward, "questions");
        examples.send(steward, "questionsCountFor");
        examples.send(steward, "retireQuestion", Map.of("question", added.get("id").asString()));
    }

    private static void contacts(App app, Http page, String account, ApiExamples examples) {
        String mailbox = "new." + account + "@lagoon.example";
        String contact =
                examples.send(page, "addOwnContact", Map.of("kind", "own-mail", "value", mailbox))
                        .get("id")
                        .asString();
        JsonNode mails =
                Eventually.get(
                        "the code to come",
                        () ->
                                Optional.of(app.outside().mails(mailbox))
                                        .filter(all -> !all.isEmpty()));
        String code =
                mails.get(0)
                        .get("text")
                        .asString()
                        .replaceAll("(?s).*code\\s+is\\s+(\\d{6}).*", "$1");
        examples.send(page, "confirmOwnContact", Map.of("contact", contact, "typed", code));
        examples.send(page, "ownContacts");
        examples.send(page, "removeOwnContact", Map.of("contact", contact));
    }

    private static void lost(
            App app, Desk tove, String account, String codes, ApiExamples examples) {
        String ticket = tove.api().post("/api/visits").ok().get("ticket").asString();
        tove.claim(ticket, account).ok();
        tove.heard(ticket, tove.begin(ticket, "badge"), "fits").ok();
        app.word(tove, ticket, "north");
        examples.send(tove.api(), "factorsOfTicket", Map.of("ticket", ticket));
        examples.send(tove.api(), "removeLostFactor", Map.of("ticket", ticket, "factor", codes));
        tove.close(ticket, "Only a trial.");
    }

    private static void coverage(Desk tove, Http steward, ApiExamples examples) {
        examples.send(
                tove.api(),
                "coverage",
                Map.of("action", "temporary-password", "system", "directory", "by", "vessel"));
        examples.send(steward, "inviteTheRest", Map.of());
    }

    /** As where there are two stewards; through the server, which remembers. */
    private static void nobodyAgreed(App app) {
        app.bean(Writes.class)
                .run(
                        () ->
                                app.bean(JdbcClient.class)
                                        .sql(
                                                "update outside_service set agreed_at = null,"
                                                        + " described_by = null")
                                        .update());
    }
}
