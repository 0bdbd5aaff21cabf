package earnest.standins.gateway;

import earnest.standins.Installation;
import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/** A text gateway: takes a message once per reference, and says when it arrived. */
public final class TextGateway {
    private static final Duration ON_THE_WAY = Duration.ofMillis(400);

    /** How the gateway behaves, so that a demo or a test can see what happens then. */
    public enum Mode {
        UP,
        /** Answers 503. */
        DOWN,
        /** Takes the message and never answers. */
        SILENT,
        /** Takes messages that never arrive. */
        LOST,
        /** Takes the message and then answers 502, as a proxy does when the answer was lost. */
        TAKEN_THEN_FAILED,
        /** Takes the message and answers a byte every two seconds. */
        DRIPPING
    }

    /** A text on its way or arrived. */
    public record Text(String id, String ref, String to, String text, Instant at, boolean lost) {
        public boolean arrived() {
            return !lost && Instant.now().isAfter(at.plus(ON_THE_WAY));
        }
    }

    private final Installation installation;
    private final List<Text> texts = new CopyOnWriteArrayList<>();
    private final Map<String, Text> byRef = new ConcurrentHashMap<>();
    private volatile Mode mode = Mode.UP;

    public TextGateway(Installation installation) {
        this.installation = installation;
    }

    public void serve(Server server) {
        server.on("POST", "/gateway/messages", this::take);
        server.on("GET", "/gateway/messages/*", this::state);
        server.on("GET", "/api/gateway", request -> Map.of("mode", mode, "taken", texts.size()));
        server.on("POST", "/api/gateway/mode", this::setMode);
    }

    /** What arrived at a number, oldest first. */
    public List<Text> at(String number) {
        return texts.stream().filter(t -> t.to().equals(number) && t.arrived()).toList();
    }

    private Object take(Request request) throws IOException {
        request.mustCarry(installation.gatewayToken());
        if (mode == Mode.DOWN) {
            throw new Refused(503, "the gateway is out of order");
        }
        JsonNode body = request.json();
        String to = body.path("to").asString("");
        String words = body.path("text").asString("");
        String ref = body.path("ref").asString("");
        if (!to.matches("\\+[1-9][0-9]{6,14}") || words.isEmpty() || ref.isEmpty()) {
            throw new Refused(422, "to must be E.164, text and ref must not be empty");
        }
        Text text =
                byRef.computeIfAbsent(
                        ref,
                        r -> {
                            Text taken =
                                    new Text(
                                            UUID.randomUUID().toString().substring(0, 8),
                                            r,
                                            to,
                                            words,
                                            Instant.now(),
                                            mode == Mode.LOST);
                            texts.add(taken);
                            return taken;
                        });
        switch (mode) {
            case SILENT -> pause(Duration.ofSeconds(30));
            case TAKEN_THEN_FAILED -> throw new Refused(502, "the answer was lost on the way");
            case DRIPPING -> {
                return new Server.Dripping(30, Duration.ofSeconds(2));
            }
            case UP, DOWN, LOST -> {}
        }
        return Map.of("id", text.id(), "state", text.arrived() ? "arrived" : "left");
    }

    /** By the sender's own reference, so that a sender that got no answer can find out. */
    private Object state(Request request) {
        request.mustCarry(installation.gatewayToken());
        if (mode == Mode.DOWN) {
            throw new Refused(503, "the gateway is out of order");
        }
        Text text = byRef.get(request.part(0));
        if (text == null) {
            throw new Refused(404, "no message with that reference was taken");
        }
        return Map.of("id", text.id(), "state", text.arrived() ? "arrived" : "left");
    }

    private Object setMode(Request request) throws IOException {
        String wanted = request.json().path("mode").asString("");
        try {
            mode = Mode.valueOf(wanted.toUpperCase(Locale.ROOT).replace('-', '_'));
        } catch (IllegalArgumentException e) {
            throw new Refused(
                    422, "mode must be up, down, silent, lost, taken-then-failed or dripping");
        }
        return Map.of("mode", mode);
    }

    private static void pause(Duration time) {
        try {
            Thread.sleep(time);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
