package earnest.standins.line;

import earnest.standins.Installation;
import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;
import earnest.standins.world.Person;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/** The telephone line: rings the desk, and carries the desk's calls to the pockets. */
public final class Switchboard {
    private static final Set<String> ON_THE_LINE = Set.of("ringing", "answered", "held");
    private static final Duration LONGEST_RING = Duration.ofSeconds(45);

    private final Installation installation;
    private final Desk desk;
    private final Map<String, Call> calls = new ConcurrentHashMap<>();
    private volatile boolean refusing;

    public Switchboard(Installation installation, String earnestUrl) {
        this.installation = installation;
        this.desk = new Desk(earnestUrl, installation.lineToken());
    }

    public void serve(Server server) {
        server.on("GET", "/switchboard", request -> new Server.Page("switchboard.html"));
        server.on("GET", "/api/callers", request -> Callers.ready(installation));
        server.on("GET", "/api/calls", request -> calls());
        server.on("POST", "/api/calls", this::ring);
        server.on("POST", "/api/calls/*/hang-up", request -> callerEnds(request, "ended"));
        server.on("POST", "/api/calls/*/drop", request -> callerEnds(request, "dropped"));
        server.on("POST", "/api/switchboard/mode", this::setMode);
        // From the desk:
        server.on("POST", "/switchboard/call-backs", this::callBack);
        server.on(
                "POST", "/switchboard/calls/*/answered", request -> fromDesk(request, "answered"));
        server.on("POST", "/switchboard/calls/*/ended", request -> fromDesk(request, "ended"));
        server.on("POST", "/switchboard/calls/*/held", request -> fromDesk(request, "held"));
        server.on("POST", "/switchboard/calls/*/resumed", request -> fromDesk(request, "answered"));
    }

    /** Newest first. */
    public List<Call> calls() {
        List<Call> all = new ArrayList<>(calls.values());
        all.sort(Comparator.comparing(Call::since).reversed());
        return all;
    }

    /** The desk's calls to one of these numbers that ring or are being spoken. */
    public List<Call> to(List<String> numbers) {
        return calls().stream()
                .filter(c -> !c.incoming() && numbers.contains(c.number()))
                .filter(c -> ON_THE_LINE.contains(c.state()))
                .toList();
    }

    /** What the person with the phone does: {@code answered, declined, ended}. */
    public Call pocket(String id, String state) {
        Call call = known(id);
        if (call.incoming() || (state.equals("answered") && !call.state().equals("ringing"))) {
            throw new Refused(409, "that call does not ring any more");
        }
        return tell(change(call, state));
    }

    private Object ring(Request request) throws IOException {
        JsonNode body = request.json();
        String who = "somebody";
        String number = body.path("number").asString(null);
        String ready = body.path("caller").asString(null);
        if (ready != null) {
            Callers.Caller caller =
                    Callers.ready(installation).stream()
                            .filter(c -> c.id().equals(ready))
                            .findFirst()
                            .orElseThrow(() -> new Refused(404, "there is no caller " + ready));
            who = caller.title();
            number = caller.number();
        } else if (number != null && !number.matches("\\+[1-9][0-9]{6,14}")) {
            throw new Refused(422, "number must be E.164, or left out for a withheld one");
        } else if (number != null) {
            List<Person> people = installation.withNumber(number);
            who = people.isEmpty() ? who : people.getFirst().name();
        }
        Call call =
                new Call(
                        UUID.randomUUID().toString(),
                        true,
                        number,
                        who,
                        "ringing",
                        Instant.now(),
                        null);
        calls.put(call.id(), call);
        Map<String, Object> ringing = new HashMap<>();
        ringing.put("id", call.id());
        ringing.put("number", number);
        desk.say(
                "calls",
                ringing,
                trouble -> calls.computeIfPresent(call.id(), (k, c) -> c.troubled(trouble)));
        return known(call.id());
    }

    private Object callerEnds(Request request, String state) {
        Call call = known(request.part(0));
        if (!ON_THE_LINE.contains(call.state())) {
            throw new Refused(409, "that call is over");
        }
        Call changed = change(call, state);
        if (!call.incoming()) {
            return tell(changed);
        }
        desk.say(
                "calls/" + call.id() + "/ended",
                Map.of("how", state.equals("dropped") ? "dropped" : "hung-up"),
                trouble -> calls.computeIfPresent(call.id(), (k, c) -> c.troubled(trouble)));
        return changed;
    }

    private Object setMode(Request request) throws IOException {
        String wanted = request.json().path("mode").asString("");
        if (!wanted.equals("up") && !wanted.equals("refusing")) {
            throw new Refused(422, "mode must be up or refusing");
        }
        refusing = wanted.equals("refusing");
        return Map.of("mode", wanted);
    }

    private Object callBack(Request request) throws IOException {
        request.mustCarry(installation.lineToken());
        if (refusing) {
            throw new Refused(503, "the switchboard places no calls now");
        }
        JsonNode body = request.json();
        String id = body.path("id").asString("");
        String to = body.path("to").asString("");
        List<Person> people = installation.withNumber(to);
        Call call =
                calls.computeIfAbsent(
                        id,
                        k ->
                                new Call(
                                        k,
                                        false,
                                        to,
                                        people.isEmpty() ? "nobody" : people.getFirst().name(),
                                        people.isEmpty() ? "unanswered" : "ringing",
                                        Instant.now(),
                                        null));
        Thread.ofVirtual().start(() -> giveUp(id));
        return call;
    }

    private void giveUp(String id) {
        try {
            Thread.sleep(LONGEST_RING);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return;
        }
        Call call = calls.get(id);
        if (call != null && call.state().equals("ringing")) {
            tell(change(call, "unanswered"));
        }
    }

    /** What is over stays over, whatever the desk says of it late. */
    private Object fromDesk(Request request, String state) {
        request.mustCarry(installation.lineToken());
        Call call = known(request.part(0));
        return ON_THE_LINE.contains(call.state()) ? change(call, state) : call;
    }

    private Call tell(Call call) {
        desk.say(
                "call-backs/" + call.id(),
                Map.of("state", call.state()),
                trouble -> calls.computeIfPresent(call.id(), (k, c) -> c.troubled(trouble)));
        return call;
    }

    private Call change(Call call, String state) {
        Call changed = call.in(state);
        calls.put(call.id(), changed);
        return changed;
    }

    private Call known(@Nullable String id) {
        Call call = id == null ? null : calls.get(id);
        if (call == null) {
            throw new Refused(404, "there is no such call");
        }
        return call;
    }
}
