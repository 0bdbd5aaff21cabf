package earnest;

import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Http;
import earnest.testkit.Outside;
import earnest.testkit.OwnPage;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;

/** Sends the examples of pages on which people help themselves: from the name to the password. */
final class OwnPageExamples {
    private static final String PASSWORD = "Copper-kettle-under-pier-9";

    private OwnPageExamples() {}

    static void send(App app, ApiExamples examples) {
        Outside outside = app.outside();
        String account = app.somebody();
        int textsBefore = outside.texts(account).size();
        Http first = new OwnPage(app.httpFromElsewhere()).http();
        JsonNode given = examples.send(first, "ownPuzzle", Map.of("name", account));
        String puzzle = given.get("puzzle").asString();
        examples.send(
                first,
                "beginOwnPage",
                Map.of(
                        "name",
                        account,
                        "puzzle",
                        puzzle,
                        "solution",
                        OwnPage.solve(puzzle, given.get("bits").asInt())));
        OwnPage page = new OwnPage(first);
        examples.send(first, "beginOwnWay", Map.of("way", page.way("link-by-text")));
        String token = outside.textedLink(account, textsBefore);
        Http phone = new OwnPage(app.httpFromElsewhere()).http();
        examples.send(phone, "pressOwnLink", Map.of("token", token));
        examples.send(phone, "answerOwnLink", Map.of("token", token));
        OwnPage there = new OwnPage(phone);
        there.begin("authenticator").ok();
        examples.send(phone, "replyOwnWay", Map.of("typed", outside.authenticator(account)));
        examples.send(phone, "tryOwnPassword", Map.of("password", PASSWORD));
        examples.send(
                phone,
                "setOwnPassword",
                Map.of("password", PASSWORD, "systems", List.of("directory")));
        there.settled();
        examples.send(phone, "ownPage");
        examples.send(phone, "leaveOwnPage");
        proofs(app, examples);
    }

    private static void proofs(App app, ApiExamples examples) {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(app.somebody()).ok();
        HarbourWord.proves(page);
        Http http = page.http();
        JsonNode begun = examples.send(http, "setUpOwnProof", Map.of());
        examples.send(
                http,
                "confirmOwnProof",
                Map.of("proof", begun.get("id").asString(), "typed", "000000"));
        String codes = page.setUp("recovery-code").ok().get("id").asString();
        examples.send(http, "ownProofs");
        examples.send(http, "removeOwnProof", Map.of("proof", codes));
        examples.send(http, "ownPhoneLost");
        examples.send(http, "putOwnWishes");
        examples.send(http, "ownWishes");
        examples.send(http, "putOwnNews");
        examples.send(http, "ownNews");
        examples.send(http, "goOnWithOwnPage");
        page.http().delete("/api/own/session").ok();
    }
}
