package earnest;

import earnest.testkit.ChatPage;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import tools.jackson.databind.JsonNode;

import java.util.Map;
import java.util.UUID;

/** Sends the examples of chats: the assistant, an analyst, the page that is offered. */
final class ChatExamples {
    private ChatExamples() {}

    static void send(App app, Desk desk, ApiExamples examples) {
        Http http = new ChatPage(app.httpFromElsewhere()).http();
        JsonNode given = examples.send(http, "chatPuzzle");
        String puzzle = given.get("puzzle").asString();
        examples.send(
                http,
                "beginChat",
                Map.of(
                        "puzzle",
                        puzzle,
                        "solution",
                        OwnPage.solve(puzzle, given.get("bits").asInt())));
        examples.send(http, "sayInChat");
        ChatPage chat = new ChatPage(http);
        chat.say(app.somebody()).ok();
        examples.send(http, "writingInChat");
        examples.send(http, "chat");
        examples.send(http, "pageFromChat");
        chat.say("can I talk to a human please").ok();
        String ticket =
                app.database()
                        .sql("select ticket_id from chat order by started_at desc limit 1")
                        .query(UUID.class)
                        .single()
                        .toString();
        Map<String, String> on = Map.of("ticket", ticket);
        desk.api().post("/api/tickets/" + ticket + "/take").ok();
        examples.send(desk.api(), "writeLine", on);
        examples.send(desk.api(), "offerPage", on);
        examples.send(desk.api(), "writingNow", on);
        examples.send(desk.api(), "otherSideWriting", on);
        examples.send(http, "leaveChat");
        desk.close(ticket, "Only an example.");
    }
}
