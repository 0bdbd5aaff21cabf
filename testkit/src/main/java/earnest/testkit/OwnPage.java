package earnest.testkit;

import tools.jackson.databind.JsonNode;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;

/** Somebody in a browser of their own, who helps themselves. */
public final class OwnPage {
    private final Http http;

    public OwnPage(Http http) {
        this.http = http;
        http.get("/api/session");
    }

    public Http http() {
        return http;
    }

    /** Says who one is, with the sum done. */
    public Answer start(String name) {
        JsonNode given = http.post("/api/own/puzzle", Map.of("name", name)).ok();
        String puzzle = given.get("puzzle").asString();
        return start(name, puzzle, solve(puzzle, given.get("bits").asInt()));
    }

    /** As {@link #start(String)}, to change what proves one. */
    public Answer startForProofs(String name) {
        JsonNode given = http.post("/api/own/puzzle", Map.of("name", name)).ok();
        String puzzle = given.get("puzzle").asString();
        return http.post(
                "/api/own/session",
                Map.of(
                        "name",
                        name,
                        "puzzle",
                        puzzle,
                        "solution",
                        solve(puzzle, given.get("bits").asInt()),
                        "wants",
                        "proofs"));
    }

    public Answer proofs() {
        return http.get("/api/own/proofs");
    }

    public Answer setUp(String method) {
        return http.post("/api/own/proofs", Map.of("method", method));
    }

    public Answer confirm(String proof, String typed) {
        return http.post("/api/own/proofs/" + proof + "/confirm", Map.of("typed", typed));
    }

    public Answer remove(String proof) {
        return http.delete("/api/own/proofs/" + proof);
    }

    public Answer start(String name, String puzzle, String solution) {
        return http.post(
                "/api/own/session", Map.of("name", name, "puzzle", puzzle, "solution", solution));
    }

    /** The number with so many zero bits. */
    public static String solve(String puzzle, int bits) {
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            for (long n = 0; ; n++) {
                byte[] hash = sha.digest((puzzle + "." + n).getBytes(StandardCharsets.US_ASCII));
                int head =
                        (hash[0] & 0xff) << 24
                                | (hash[1] & 0xff) << 16
                                | (hash[2] & 0xff) << 8
                                | hash[3] & 0xff;
                if (Integer.numberOfLeadingZeros(head) >= bits) {
                    return Long.toString(n);
                }
            }
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    public JsonNode page() {
        return http.get("/api/own/session").ok();
    }

    public String stage() {
        return page().get("stage").asString();
    }

    /** Ids of the ways that the page lists. */
    public List<String> ways() {
        return StreamSupport.stream(page().get("ways").spliterator(), false)
                .map(way -> way.get("id").asString())
                .toList();
    }

    /** The first way whose id begins so. */
    public String way(String method) {
        return ways().stream().filter(id -> id.startsWith(method)).findFirst().orElseThrow();
    }

    public Answer begin(String way) {
        return http.post("/api/own/ways", Map.of("way", way));
    }

    public Answer type(String typed) {
        return http.post("/api/own/ways/reply", Map.of("typed", typed));
    }

    public Answer press(String link) {
        return http.post("/api/own/link/press", Map.of("token", link));
    }

    public Answer answer(String link, String choice) {
        return http.post("/api/own/link", Map.of("token", link, "choice", choice));
    }

    public Answer tryOut(String password, String... systems) {
        return http.post(
                "/api/own/password/try", Map.of("password", password, "systems", List.of(systems)));
    }

    public Answer set(String password, String... systems) {
        return http.post(
                "/api/own/password", Map.of("password", password, "systems", List.of(systems)));
    }

    /** Waits until what was set is settled. */
    public JsonNode settled() {
        Eventually.waitFor("the password to be settled", () -> !stage().equals("setting"));
        return page();
    }
}
