package earnest.standins.organisation;

import earnest.standins.pockets.Authenticator;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;

/** Somebody signed in at the desk's API, in a browser's stead. */
final class Desk {
    private static final int FIRST_ERROR = 300;
    private static final Duration ANSWER = Duration.ofSeconds(30);

    private final URI url;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();

    private Desk(URI url) {
        this.url = url;
    }

    /**
     * Signs in. A code is good once: if it was used just now, with the next.
     *
     * @param key of their authenticator
     * @throws IOException with what the desk says, if it says no
     */
    static Desk signIn(URI url, String login, String password, byte[] key)
            throws IOException, InterruptedException {
        Desk desk = new Desk(url);
        desk.ask("GET", "/api/session", null);
        Authenticator.Shown shown = Authenticator.now(key, Instant.now());
        if (!desk.signedIn(login, password, shown.code())) {
            Thread.sleep(Duration.ofSeconds(shown.secondsLeft() + 1));
            String next = Authenticator.now(key, Instant.now()).code();
            desk.ask("POST", "/api/session", credentials(login, password, next));
        }
        return desk;
    }

    private boolean signedIn(String login, String password, String code)
            throws IOException, InterruptedException {
        return send("POST", "/api/session", credentials(login, password, code)).statusCode()
                < FIRST_ERROR;
    }

    private static JsonNode credentials(String login, String password, String code) {
        return JsonMapper.shared()
                .valueToTree(Map.of("login", login, "password", password, "code", code));
    }

    /**
     * Puts something at an address.
     *
     * @throws IOException with what the desk says, if it says no
     */
    void put(String path, JsonNode body) throws IOException, InterruptedException {
        ask("PUT", path, body);
    }

    /** Whether there is something at an address. */
    boolean has(String path) throws IOException, InterruptedException {
        return send("GET", path, null).statusCode() < FIRST_ERROR;
    }

    private void ask(String method, String path, @Nullable JsonNode body)
            throws IOException, InterruptedException {
        HttpResponse<String> answer = send(method, path, body);
        if (answer.statusCode() >= FIRST_ERROR) {
            throw new IOException(
                    "%s %s: %d %s".formatted(method, path, answer.statusCode(), answer.body()));
        }
    }

    private HttpResponse<String> send(String method, String path, @Nullable JsonNode body)
            throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(url.resolve(path))
                        .timeout(ANSWER)
                        .header("Content-Type", "application/json")
                        .header("X-XSRF-TOKEN", pageToken())
                        .method(
                                method,
                                body == null
                                        ? HttpRequest.BodyPublishers.noBody()
                                        : HttpRequest.BodyPublishers.ofString(body.toString()));
        return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    private String pageToken() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().endsWith("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("none");
    }
}
