package earnest.testkit;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** Somebody in a browser of their own, who writes to the desk. */
public final class ChatPage {
    private final Http http;

    public ChatPage(Http http) {
        this.http = http;
        http.get("/api/session");
    }

    public Http http() {
        return http;
    }

    /** Begins a chat, with the sum done. */
    public Answer start() {
        JsonNode given = http.post("/api/own/chat/puzzle").ok();
        String puzzle = given.get("puzzle").asString();
        return start(puzzle, OwnPage.solve(puzzle, given.get("bits").asInt()));
    }

    public Answer start(String puzzle, String solution) {
        return http.post("/api/own/chat", Map.of("puzzle", puzzle, "solution", solution));
    }

    public Answer say(String words) {
        return say(UUID.randomUUID().toString(), words);
    }

    public Answer say(String id, String words) {
        return http.post("/api/own/chat/lines", Map.of("id", id, "words", words));
    }

    public JsonNode shown() {
        return http.get("/api/own/chat").ok();
    }

    /** Who answers: {@code assistant}, {@code waiting}, {@code desk}, {@code over}. */
    public String where() {
        return shown().get("where").asString();
    }

    /** All lines, each as its side and its words. */
    public List<String> lines() {
        return StreamSupport.stream(shown().get("lines").spliterator(), false)
                .map(line -> line.get("side").asString() + ": " + line.get("words").asString())
                .toList();
    }

    public String last() {
        return lines().getLast();
    }

    /** Whether the last thing said offers a page of one's own. */
    public boolean pageOffered() {
        JsonNode lines = shown().get("lines");
        return lines.get(lines.size() - 1).get("page").asBoolean();
    }

    /** Opens the page that was offered, in this browser. */
    public OwnPage page() {
        http.post("/api/own/chat/page").ok();
        return new OwnPage(http);
    }

    public Answer leave() {
        return http.delete("/api/own/chat");
    }
}
