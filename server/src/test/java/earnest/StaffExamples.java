package earnest;

import earnest.checks.methods.passkey.PasskeyOfTests;
import earnest.testkit.Http;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;

/** Sends the examples of those who work here: taken on, signing in with two things, gone again. */
final class StaffExamples {
    private static final String PASSWORD = "a long enough password";

    private StaffExamples() {}

    static void send(App app, ApiExamples examples) {
        Http maren = app.desk("maren.holt").api();
        String another = "staff.example-one";
        examples.send(maren, "takeOn", Map.of("login", another));
        String second = "staff.example-two";
        examples.send(maren, "takeOn", Map.of("login", second, "roles", List.of("steward")));
        JsonNode book = examples.send(maren, "staff");
        Map<String, String> one = Map.of("analyst", memberId(book, another));
        String code =
                examples.send(maren, "makeInvitation", Map.of("analyst", memberId(book, second)))
                        .get("code")
                        .asString();
        Http newcomer = app.httpFromElsewhere();
        newcomer.get("/api/session");
        examples.send(
                newcomer, "welcome", Map.of("login", second, "code", code, "password", PASSWORD));
        signsIn(app, examples, newcomer, second);
        for (String wish : List.of("giveRoles", "takeFactorAway", "endWork")) {
            String change = examples.send(maren, wish, one).get("change").asString();
            // Whoever made another lately cannot agree with them, but can say no.
            examples.send(newcomer, "answerStaffChange", Map.of("change", change, "agreed", false));
        }
        // Other tests count stewards.
        app.database()
                .sql("update analyst set ended_at = utc_timestamp(6) where login = :l")
                .param("l", second)
                .update();
    }

    private static void signsIn(App app, ApiExamples examples, Http newcomer, String login) {
        Map<String, String> theirs = Map.of("login", login, "password", PASSWORD);
        examples.send(newcomer, "setUpStaffPasskey", theirs);
        JsonNode factor = examples.send(newcomer, "setUpSecondFactor", theirs);
        app.ground().staff().take(login, factor.get("key").asString());
        app.signIn(newcomer, login, PASSWORD).ok();
        newcomer.get("/api/session");

        PasskeyOfTests passkey = new PasskeyOfTests(app.ground().serverUrl());
        String options = examples.send(newcomer, "addOwnPasskey").get("options").asString();
        newcomer.post("/api/session/factors", Map.of("passkey", passkey.made(options))).ok();
        Http elsewhere = app.httpFromElsewhere();
        elsewhere.get("/api/session");
        examples.send(elsewhere, "signInAsksPasskey", theirs);
        examples.send(newcomer, "proveAgainAsksPasskey");

        JsonNode held = examples.send(newcomer, "ownFactors");
        examples.send(
                newcomer, "removeOwnFactor", Map.of("factor", held.get(0).get("id").asString()));
        String key = examples.send(newcomer, "addOwnAuthenticator").get("key").asString();
        app.ground().staff().take(login, key);
        examples.send(newcomer, "ownFactorAdded", Map.of("code", app.ground().staff().code(login)));
    }

    private static String memberId(JsonNode book, String login) {
        return StreamSupport.stream(book.get("members").spliterator(), false)
                .filter(one -> one.get("login").asString().equals(login))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
    }
}
