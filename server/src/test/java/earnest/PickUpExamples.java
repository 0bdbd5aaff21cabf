package earnest;

import earnest.testkit.Desk;
import earnest.testkit.Outside;

import java.time.Instant;
import java.util.Map;

/** Sends the examples of somebody who is cut off, is rung back later, and says pick-up words. */
final class PickUpExamples {
    private PickUpExamples() {}

    static void send(App app, Desk tove, ApiExamples examples) {
        Outside outside = app.outside();
        String account = app.somebody();
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        int texts = outside.texts(account).size();
        String check = tove.begin(ticket, "code-by-text");
        tove.type(ticket, check, outside.textedCode(account, texts)).ok();
        examples.send(
                tove.api(),
                "ringBackLater",
                Map.of("ticket", ticket, "at", Instant.now().plusSeconds(600).toString()));
        examples.send(tove.api(), "sendPickUpWords", Map.of("ticket", ticket));
        String words = outside.pickUpWords(account, texts);
        outside.ringWithheld();
        String next = tove.answer();
        tove.claim(next, account).ok();
        examples.send(tove.api(), "sayPickUpWords", Map.of("ticket", next, "words", words));
        examples.send(tove.api(), "inviteToProofs", Map.of("ticket", ticket));
        tove.close(ticket, "Only a trial.");
    }
}
