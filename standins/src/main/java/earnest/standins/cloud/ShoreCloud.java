package earnest.standins.cloud;

import earnest.standins.Installation;
import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;
import earnest.standins.http.Server.Answer;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Shore cloud: SCIM 2.0 with an extension for locks and for passwords that must be changed, and a
 * page where people sign in. It can be slow, busy, away, or do what it is asked and never answer.
 */
public final class ShoreCloud {
    private static final String USER = "urn:ietf:params:scim:schemas:core:2.0:User";
    private static final String OWN = "urn:example:shore-cloud:2.0:User";
    private static final Pattern BY_NAME = Pattern.compile("userName eq \"([^\"]*)\"");
    private static final String SCIM = "application/scim+json";
    private static final int SHORTEST = 10;
    private static final int MOST_WRONG = 5;
    private static final int MOST_ON_A_PAGE = 100;
    private static final int RETRY_AFTER = 3;
    private static final Duration SLOW = Duration.ofMillis(2_500);
    private static final Duration NEVER = Duration.ofSeconds(20);

    /** How it behaves, so that a demo or a test can see what happens then. */
    private enum Mode {
        UP,
        /** Answers after some seconds. */
        SLOW,
        /** Asks to come back later. */
        BUSY,
        /** Is not there. */
        AWAY,
        /** Does what it is asked, and gives no answer. */
        SILENT
    }

    private final CloudUsers users;
    private final String token;
    private volatile Mode mode = Mode.UP;

    public ShoreCloud(Installation installation) {
        this.users = new CloudUsers(installation);
        this.token = installation.cloudToken();
    }

    public void serve(Server http) {
        http.on("GET", "/cloud", request -> new Server.Page("cloud.html"));
        http.on("GET", "/cloud/scim/v2/Users", this::list);
        http.on("GET", "/cloud/scim/v2/Users/*", this::read);
        http.on("PATCH", "/cloud/scim/v2/Users/*", this::patch);
        http.on("DELETE", "/cloud/scim/v2/Users/*", this::delete);
        http.on("GET", "/cloud/scim/v2/ServiceProviderConfig", this::config);
        http.on("POST", "/api/cloud/sign-in", this::signIn);
        http.on(
                "GET",
                "/api/cloud",
                request -> Map.of("mode", mode.name().toLowerCase(Locale.ROOT)));
        http.on("POST", "/api/cloud/mode", this::setMode);
        http.on("POST", "/api/cloud/users/*", this::administer);
    }

    private Object setMode(Request request) throws IOException {
        String wanted = request.json().path("mode").asString("").toUpperCase(Locale.ROOT);
        mode =
                Arrays.stream(Mode.values())
                        .filter(one -> one.name().equals(wanted))
                        .findFirst()
                        .orElseThrow(() -> new Refused(400, "there is no such mode"));
        return Map.of("mode", wanted.toLowerCase(Locale.ROOT));
    }

    /** What an administrator of the service does: lock, switch off or on. */
    private Object administer(Request request) throws IOException {
        CloudUser user =
                users.named(request.part(0)).orElseThrow(() -> new Refused(404, "no such account"));
        JsonNode body = request.json();
        Instant now = now();
        Instant locked = body.path("locked").asBoolean(false) ? now : null;
        boolean active = body.path("active").asBoolean(true);
        users.change(user, u -> u.with(active, u.mustChange(), locked, now));
        return Map.of("state", "done");
    }

    private static Instant now() {
        return Instant.now().truncatedTo(ChronoUnit.MILLIS);
    }

    private void guard(Request request) {
        if (mode == Mode.SLOW) {
            pause(SLOW);
        }
        request.mustCarry(token);
    }

    private static void pause(Duration time) {
        try {
            Thread.sleep(time);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private interface Asked {
        Answer answer() throws IOException;
    }

    private Answer asked(Request request, Asked asked) throws IOException {
        guard(request);
        return switch (mode) {
            case UP, SLOW, SILENT -> asked.answer();
            case BUSY ->
                    new Answer(
                            429,
                            Map.of(
                                    "Retry-After",
                                    String.valueOf(RETRY_AFTER),
                                    "Content-Type",
                                    SCIM),
                            problem(429, null, "Too many requests."));
            case AWAY -> new Answer(503, Map.of("Content-Type", SCIM), problem(503, null, "Away."));
        };
    }

    private static Map<String, Object> problem(int status, @Nullable String type, String detail) {
        Map<String, Object> problem = new LinkedHashMap<>();
        problem.put("schemas", List.of("urn:ietf:params:scim:api:messages:2.0:Error"));
        problem.put("status", String.valueOf(status));
        if (type != null) {
            problem.put("scimType", type);
        }
        problem.put("detail", detail);
        return problem;
    }

    private static Answer refusal(int status, @Nullable String type, String detail) {
        return new Answer(status, Map.of("Content-Type", SCIM), problem(status, type, detail));
    }

    private Object config(Request request) throws IOException {
        return asked(
                request,
                () ->
                        new Answer(
                                200,
                                Map.of("Content-Type", SCIM),
                                Map.of(
                                        "schemas",
                                        List.of(
                                                "urn:ietf:params:scim:schemas:core:2.0:ServiceProviderConfig"),
                                        "patch",
                                        Map.of("supported", true),
                                        "etag",
                                        Map.of("supported", true),
                                        "changePassword",
                                        Map.of("supported", true))));
    }

    private Object list(Request request) throws IOException {
        return asked(
                request,
                () -> {
                    List<CloudUser> all = wanted(request.query("filter", ""));
                    int start = Math.max(1, Integer.parseInt(request.query("startIndex", "1")));
                    int count =
                            Math.min(
                                    MOST_ON_A_PAGE,
                                    Math.max(0, Integer.parseInt(request.query("count", "100"))));
                    int from = Math.min(all.size(), start - 1);
                    List<Map<String, Object>> page =
                            all.subList(from, Math.min(all.size(), from + count)).stream()
                                    .map(ShoreCloud::resource)
                                    .toList();
                    Map<String, Object> answer = new LinkedHashMap<>();
                    answer.put(
                            "schemas",
                            List.of("urn:ietf:params:scim:api:messages:2.0:ListResponse"));
                    answer.put("totalResults", all.size());
                    answer.put("startIndex", start);
                    answer.put("itemsPerPage", page.size());
                    answer.put("Resources", page);
                    return new Answer(200, Map.of("Content-Type", SCIM), answer);
                });
    }

    /** All, or whom a filter names by equality of userName (RFC 7644 section 3.4.2.2). */
    private List<CloudUser> wanted(String filter) {
        if (filter.isEmpty()) {
            return users.all();
        }
        Matcher named = BY_NAME.matcher(filter);
        if (!named.matches()) {
            throw new Refused(400, "this filter is not known here");
        }
        return users.named(named.group(1)).stream().toList();
    }

    private Object delete(Request request) throws IOException {
        return asked(request, () -> refusal(403, null, "This token deletes nobody."));
    }

    private Object read(Request request) throws IOException {
        return asked(
                request,
                () ->
                        users.find(request.part(0))
                                .map(ShoreCloud::shown)
                                .orElseGet(() -> refusal(404, null, "There is no such user.")));
    }

    private static Answer shown(CloudUser user) {
        return new Answer(200, Map.of("ETag", version(user), "Content-Type", SCIM), resource(user));
    }

    private static String version(CloudUser user) {
        return "W/\"" + user.version() + "\"";
    }

    private static Map<String, Object> resource(CloudUser user) {
        Map<String, Object> own = new LinkedHashMap<>();
        own.put("locked", user.lockedSince() != null);
        if (user.lockedSince() != null) {
            own.put("lockedSince", user.lockedSince().toString());
        }
        own.put("mustChange", user.mustChange());
        own.put("passwordSet", user.passwordSet().toString());
        if (user.lastSignIn() != null) {
            own.put("lastSignIn", user.lastSignIn().toString());
        }
        Map<String, Object> resource = new LinkedHashMap<>();
        resource.put("schemas", List.of(USER, OWN));
        resource.put("id", user.id());
        resource.put("userName", user.userName());
        resource.put("displayName", user.display());
        resource.put("active", user.active());
        resource.put("emails", List.of(Map.of("value", user.mail(), "primary", true)));
        resource.put(OWN, own);
        resource.put(
                "meta",
                Map.of(
                        "resourceType",
                        "User",
                        "lastModified",
                        user.changed().toString(),
                        "version",
                        version(user)));
        return resource;
    }

    private Object patch(Request request) throws IOException {
        JsonNode body = request.json();
        Answer answer = asked(request, () -> patched(request, body));
        if (mode == Mode.SILENT) {
            pause(NEVER);
        }
        return answer;
    }

    private Answer patched(Request request, JsonNode body) {
        CloudUser user = users.find(request.part(0)).orElse(null);
        if (user == null) {
            return refusal(404, null, "There is no such user.");
        }
        String wanted = request.header("If-Match");
        if (!wanted.isEmpty() && !wanted.equals(version(user))) {
            return refusal(412, null, "The user was changed meanwhile.");
        }
        CloudUser changed = user;
        for (JsonNode operation : body.path("Operations")) {
            String op = operation.path("op").asString("").toLowerCase(Locale.ROOT);
            String path = operation.path("path").asString("");
            JsonNode value = operation.path("value");
            if (!op.equals("replace")) {
                return refusal(400, "invalidSyntax", "Only replace is understood.");
            }
            if (path.equals("password")) {
                String password = value.asString("");
                if (password.length() < SHORTEST || users.is(user, password)) {
                    return refusal(400, "invalidValue", "The password is too short, or the same.");
                }
                changed = users.password(changed, password);
            } else if (path.equals("active")) {
                changed =
                        changed.with(
                                value.asBoolean(),
                                changed.mustChange(),
                                changed.lockedSince(),
                                now());
            } else if (path.equals(OWN + ":mustChange")) {
                changed =
                        changed.with(
                                changed.active(), value.asBoolean(), changed.lockedSince(), now());
            } else if (path.equals(OWN + ":locked")) {
                changed =
                        changed.with(
                                changed.active(),
                                changed.mustChange(),
                                value.asBoolean() ? now() : null,
                                now());
            } else {
                return refusal(400, "invalidPath", "There is no such attribute.");
            }
        }
        CloudUser result = changed;
        if (!users.change(user, seen -> result)) {
            return refusal(412, null, "The user was changed meanwhile.");
        }
        return shown(result);
    }

    /** {@code state}: {@code in, must-change, changed, refused}; {@code words} for the screen. */
    private Object signIn(Request request) throws IOException {
        JsonNode body = request.json();
        CloudUser user = users.named(body.path("userName").asString("")).orElse(null);
        String password = body.path("password").asString("");
        String fresh = body.path("newPassword").asString("");
        if (user == null
                || !user.active()
                || user.lockedSince() != null
                || !users.is(user, password)) {
            if (user != null && user.active() && user.lockedSince() == null) {
                int tries = user.wrongTries() + 1;
                users.change(user, u -> u.wrong(tries, tries < MOST_WRONG ? null : now(), now()));
            }
            return said("refused", "Name or password is wrong, or the account is locked.");
        }
        if (!user.mustChange()) {
            users.change(user, u -> u.signedIn(now()));
            return said("in", "Signed in to Shore cloud.");
        }
        if (fresh.isEmpty()) {
            return said("must-change", "Right, but choose a password of your own now.");
        }
        if (fresh.length() < SHORTEST || users.is(user, fresh)) {
            return said("refused", "That password is too short, or the one you have.");
        }
        users.change(
                user, u -> users.password(u, fresh).with(true, false, null, now()).signedIn(now()));
        return said("changed", "Changed. You are in.");
    }

    private static Map<String, String> said(String state, String words) {
        return Map.of("state", state, "words", words);
    }
}
