package earnest.standins.voice;

import earnest.standins.Installation;
import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Calls people and compares their voice with one that it knows: asked about a telephone, it gives a
 * reference, and says by that what it heard. In the pockets one answers for the voice.
 */
public final class Voice {
    private static final String USER = "earnest";

    /** After these it listens no more. */
    private static final Set<String> HEARD = Set.of("same", "other", "not-asked", "nobody");

    /** How it behaves, so that a demo or a test can see what happens then. */
    public enum Mode {
        UP,
        /** Answers 503. */
        DOWN,
        /** Answers about something else than it was asked. */
        MIXED_UP,
        /** Answers what nobody described. */
        BABBLES
    }

    /** One call. */
    private record Call(String id, String phone, String reference, String[] says) {}

    private final Installation installation;
    private final Map<String, Call> calls = new ConcurrentHashMap<>();
    private volatile Mode mode = Mode.UP;

    public Voice(Installation installation) {
        this.installation = installation;
    }

    public void serve(Server server) {
        server.on("POST", "/voice/checks", this::ask);
        server.on("GET", "/voice/checks/*", this::look);
        server.on("POST", "/api/voice/mode", this::setMode);
        server.on("POST", "/api/pockets/*/voice/*/*", this::answer);
    }

    /** Whom it calls now. */
    public List<Map<String, Object>> calling(List<String> phones) {
        return calls.values().stream()
                .filter(one -> phones.contains(one.phone) && !HEARD.contains(one.says[0]))
                .map(one -> Map.<String, Object>of("id", one.id))
                .toList();
    }

    private Object ask(Request request) throws IOException {
        mustBeUp();
        mustBeEarnest(request);
        JsonNode asked = request.json();
        String reference = asked.path("ref").asString("");
        // Asked again with the same reference, it calls nobody twice.
        Call call =
                calls.values().stream()
                        .filter(one -> one.reference.equals(reference))
                        .findFirst()
                        .orElseGet(
                                () ->
                                        new Call(
                                                "v-" + UUID.randomUUID(),
                                                asked.path("phone").asString(""),
                                                reference,
                                                new String[] {"waits"}));
        calls.put(call.id, call);
        return Map.of("id", call.id);
    }

    private Object look(Request request) {
        mustBeUp();
        mustBeEarnest(request);
        Call call = calls.get(request.part(0));
        if (call == null) {
            throw new Refused(404, "no such call");
        }
        return switch (mode) {
            case MIXED_UP -> Map.of("id", "v-another", "says", "same");
            case BABBLES -> Map.of("noise", "same");
            default -> Map.of("id", call.id, "says", call.says[0]);
        };
    }

    private Object answer(Request request) {
        Call call = calls.get(request.part(1));
        if (call == null) {
            throw new Refused(404, "that call is over");
        }
        call.says[0] = request.part(2);
        return Map.of();
    }

    private Object setMode(Request request) throws IOException {
        mode = Mode.valueOf(request.json().get("mode").asString().toUpperCase(Locale.ROOT));
        return Map.of();
    }

    private void mustBeUp() {
        if (mode == Mode.DOWN) {
            throw new Refused(503, "down for the moment");
        }
    }

    private void mustBeEarnest(Request request) {
        String expected =
                "Basic "
                        + Base64.getEncoder()
                                .encodeToString(
                                        (USER + ":" + installation.lanternSecret().strip())
                                                .getBytes(StandardCharsets.UTF_8));
        if (!expected.equals(request.header("Authorization"))) {
            throw new Refused(401, "who asks?");
        }
    }
}
