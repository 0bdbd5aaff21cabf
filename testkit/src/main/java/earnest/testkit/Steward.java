package earnest.testkit;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;

/** The demo's steward, who sets things as a test needs them. */
public final class Steward {
    /** What of a system is put. */
    private static final List<String> PUT =
            List.of("kind", "name", "follows", "whoHelps", "position", "settings", "passwordRules");

    private final Http api;

    public Steward(Ground ground) {
        this.api = Desk.signIn(ground, "maren.holt").api();
    }

    public Http api() {
        return api;
    }

    /** How many changes a person may have in 24 hours. */
    public void mostChangesADay(int most) {
        ObjectNode settings = (ObjectNode) api.get("/api/organisation").ok();
        settings.put("mostChangesADay", most);
        api.put("/api/organisation", settings).ok();
    }

    /** How many people may be named to an analyst in an hour; a test names more than a human. */
    public void mostNamedAnHour(int most) {
        ObjectNode settings = (ObjectNode) api.get("/api/organisation").ok();
        settings.put("mostNamedAnHour", most);
        api.put("/api/organisation", settings).ok();
    }

    /** How often the directory is asked for changes, and for everybody. */
    public void copyPeople(int changesEverySeconds, int wholeEverySeconds) {
        ObjectNode settings = source("directory");
        settings.put("changesEverySeconds", changesEverySeconds);
        settings.put("wholeEverySeconds", wholeEverySeconds);
        api.put("/api/people-sources/directory", settings).ok();
    }

    /** The settings of a source of people. */
    public ObjectNode source(String id) {
        return (ObjectNode) one("/api/people-sources", id).get("settings");
    }

    /** A system as it is put: without its id, and with its credential kept. */
    public ObjectNode system(String id) {
        ObjectNode system = (ObjectNode) one("/api/systems", id);
        system.retain(PUT);
        return system;
    }

    /** Takes somebody on, who chooses the demo's password. */
    public void takeOn(Ground ground, String login, String role) {
        api.post(
                        "/api/staff/invites",
                        Map.of("login", login, "name", "Newcomer " + login, "roles", List.of(role)))
                .ok();
        String id =
                StreamSupport.stream(api.get("/api/staff").ok().get("members").spliterator(), false)
                        .filter(member -> member.get("login").asString().equals(login))
                        .map(member -> member.get("id").asString())
                        .findFirst()
                        .orElseThrow();
        JsonNode invitation = api.post("/api/staff/" + id + "/invitation").ok();
        Http newcomer = new Http(ground.serverUrl());
        newcomer.get("/api/session");
        newcomer.post(
                        "/api/welcome",
                        Map.of(
                                "login",
                                login,
                                "code",
                                invitation.get("code").asString(),
                                "password",
                                ground.secret("demo-sign-in")))
                .ok();
    }

    private JsonNode one(String path, String id) {
        return StreamSupport.stream(api.get(path).ok().spliterator(), false)
                .filter(one -> one.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** Tests a connection, and gives what came of its steps. */
    public JsonNode tested(String system) {
        Http api = api();
        api.post("/api/systems/" + system + "/test").ok();
        return Eventually.get(
                "the test of " + system + " to be over",
                Duration.ofSeconds(60),
                () -> {
                    JsonNode test = api.get("/api/systems/" + system + "/test").ok();
                    return test.has("endedAt") ? Optional.of(test.get("steps")) : Optional.empty();
                });
    }
}
