package earnest.testkit;

import tools.jackson.databind.JsonNode;

import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;

/**
 * An analyst at the API: everything that the desk's page does, a script does with the same rights.
 */
public final class Desk {
    private final Http api;

    private Desk(Http api) {
        this.api = api;
    }

    public static Desk signIn(Ground ground, String login) {
        return signIn(ground, ground.serverUrl(), login);
    }

    /** At a certain node. */
    public static Desk signIn(Ground ground, String url, String login) {
        Http api = new Http(url);
        ground.staff().signIn(api, login, ground.secret("demo-sign-in")).ok();
        api.get("/api/session");
        return new Desk(api);
    }

    /**
     * Waits until people are copied and authenticators enrolled, by a call that is closed again.
     */
    public static void untilReady(Ground ground, String account) {
        Http anybody = new Http(ground.serverUrl());
        Eventually.get(
                "the demo to be ready",
                java.time.Duration.ofSeconds(60),
                () ->
                        Optional.of(anybody.get("/api/demo").ok().get("ready").asBoolean())
                                .filter(ready -> ready));
        Desk tove = signIn(ground, "tove.rask");
        Eventually.waitFor(
                "people to be copied",
                () -> !tove.api.get("/api/people?find=" + account).ok().isEmpty());
        new Outside(ground).ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        Eventually.get(
                "authenticators to be enrolled",
                java.time.Duration.ofSeconds(60),
                () -> tove.offer(ticket, "authenticator"));
        tove.close(ticket, "Only a trial.");
    }

    public void close(String ticket, String summary) {
        api.post(
                        "/api/tickets/" + ticket + "/close",
                        Map.of("summary", summary, "version", version(ticket)))
                .ok();
    }

    public Http api() {
        return api;
    }

    /** The ticket of the call that rings; waits for it. */
    public String ringing() {
        return Eventually.get(
                "a call to ring",
                () ->
                        StreamSupport.stream(
                                        api.get("/api/desk").ok().get("waiting").spliterator(),
                                        false)
                                .filter(w -> w.get("talk").asString().equals("ringing"))
                                .map(w -> w.get("id").asString())
                                .reduce((a, b) -> b));
    }

    public String answer() {
        String ticket = ringing();
        api.post("/api/tickets/" + ticket + "/answer").ok();
        return ticket;
    }

    public JsonNode page(String ticket) {
        return api.get("/api/tickets/" + ticket).ok();
    }

    public JsonNode accounts(String ticket) {
        return api.get("/api/tickets/" + ticket + "/accounts").ok();
    }

    public long version(String ticket) {
        return page(ticket).get("ticket").get("version").asLong();
    }

    public int standing(String ticket) {
        return page(ticket).get("proof").get("standing").asInt();
    }

    public String person(String account) {
        return StreamSupport.stream(
                        api.get("/api/people?find=" + account).ok().spliterator(), false)
                .filter(p -> p.get("account").asString().equals(account))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
    }

    public Answer claim(String ticket, String account) {
        return api.post(
                "/api/tickets/" + ticket + "/claim",
                Map.of("person", person(account), "version", version(ticket)));
    }

    /** The first offer of a method. */
    public Optional<String> offer(String ticket, String method) {
        return StreamSupport.stream(page(ticket).get("proof").get("offers").spliterator(), false)
                .filter(o -> o.get("method").asString().equals(method))
                .map(o -> o.get("id").asString())
                .findFirst();
    }

    public String begin(String ticket, String method) {
        return take(ticket, offer(ticket, method).orElseThrow());
    }

    /** Begins the check that is offered under an id; gives the check's. */
    public String take(String ticket, String offer) {
        return api.post("/api/tickets/" + ticket + "/checks", Map.of("offer", offer))
                .ok()
                .get("check")
                .asString();
    }

    public Answer type(String ticket, String check, String typed) {
        return api.post(
                "/api/tickets/" + ticket + "/checks/" + check + "/reply", Map.of("typed", typed));
    }

    public Answer heard(String ticket, String check, String what) {
        return api.post(
                "/api/tickets/" + ticket + "/checks/" + check + "/reply", Map.of("chosen", what));
    }

    /** A call back that is answered and confirmed. */
    public void callBack(String ticket, String account, Outside outside) {
        String check = begin(ticket, "call-back");
        outside.answer(account);
        Eventually.waitFor(
                "the answer to be seen", () -> says(ticket).startsWith("Somebody answered"));
        heard(ticket, check, "confirmed").ok();
    }

    /** How far the check under way is, in the page's words. */
    public String says(String ticket) {
        return page(ticket).path("proof").path("open").path("form").path("says").asString("");
    }

    /** Ends a check without an answer. */
    public Answer end(String ticket, String check) {
        return api.delete("/api/tickets/" + ticket + "/checks/" + check);
    }

    public void authenticator(String ticket, String account, Outside outside) {
        String check = begin(ticket, "authenticator");
        JsonNode outcome = type(ticket, check, outside.authenticator(account)).ok();
        if (!outcome.get("outcome").asString().equals("passed")) {
            throw new AssertionError("the authenticator's code was not taken: " + outcome);
        }
    }

    /** From ring to a standing of 43. */
    public String proved(String account, Outside outside) {
        outside.ringWithheld();
        String ticket = answer();
        claim(ticket, account).ok();
        callBack(ticket, account, outside);
        authenticator(ticket, account, outside);
        return ticket;
    }

    public Answer change(String ticket, String action) {
        return change(ticket, "directory", action);
    }

    public Answer change(String ticket, String system, String action) {
        return api.post(
                "/api/tickets/" + ticket + "/changes",
                Map.of("system", system, "action", action, "version", version(ticket)));
    }

    /** The latest change on the page once it is settled on all servers. */
    public JsonNode settled(String ticket) {
        return Eventually.get(
                "the change to be settled everywhere",
                () ->
                        last(ticket)
                                .filter(
                                        c ->
                                                switch (c.get("state").asString()) {
                                                    case "INTENDED", "ASKED", "UNKNOWN" -> false;
                                                    case "TOOK_EFFECT" -> everywhere(c);
                                                    default -> true;
                                                }));
    }

    public Optional<JsonNode> last(String ticket) {
        return StreamSupport.stream(page(ticket).get("changes").spliterator(), false)
                .reduce((a, b) -> b);
    }

    private static boolean everywhere(JsonNode change) {
        return StreamSupport.stream(change.get("servers").spliterator(), false)
                .allMatch(s -> s.get("state").asString().equals("has it"));
    }

    /** Reads the password aloud to the end. */
    public String readAloud(String ticket) {
        JsonNode parts = api.post("/api/tickets/" + ticket + "/handover/show").ok();
        StringBuilder password = new StringBuilder();
        for (JsonNode part : parts) {
            password.append(part.get("characters").asString());
            saidBack(ticket, part.get("part").asInt()).ok();
        }
        return password.toString();
    }

    public Answer saidBack(String ticket, int part) {
        return api.post("/api/tickets/" + ticket + "/handover/said-back", Map.of("part", part));
    }
}
