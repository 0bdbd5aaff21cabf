package earnest.cli;

import earnest.core.json.Json;
import earnest.core.json.JsonText;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.CookieManager;
import java.net.CookiePolicy;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;

/** The running server, asked with the rights of whoever signs in; signed out at the end. */
final class Server implements AutoCloseable {
    private static final Duration DEADLINE = Duration.ofSeconds(30);
    private static final String CSRF = "XSRF-TOKEN";

    /** It refused, or it is away; the message says which. */
    static final class No extends IOException {
        private static final long serialVersionUID = 1L;

        No(String words) {
            super(words);
        }
    }

    private final URI base;
    private final CookieManager cookies = new CookieManager(null, CookiePolicy.ACCEPT_ALL);
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).connectTimeout(DEADLINE).build();
    private boolean signedIn;

    Server(@Nullable String url) {
        this.base = URI.create(url == null ? "http://localhost:8080" : url);
    }

    void signIn(String login, String password, String code) throws IOException {
        text("/api/session");
        post("/api/session", Map.of("login", login, "password", password, "code", code));
        signedIn = true;
        text("/api/session");
    }

    void post(String path, Map<String, Object> fields) throws IOException {
        byte[] body = JsonText.of(fields).getBytes(StandardCharsets.UTF_8);
        drained(send(request(path).POST(HttpRequest.BodyPublishers.ofByteArray(body))));
    }

    String text(String path) throws IOException {
        return drained(send(request(path).GET()));
    }

    /** Copies an answer as it comes, however long it is. */
    void copy(String path, OutputStream out) throws IOException {
        try (InputStream body = send(request(path).GET())) {
            body.transferTo(out);
        }
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(base.resolve(path))
                        .timeout(DEADLINE)
                        .header("Content-Type", "application/json");
        for (HttpCookie cookie : cookies.getCookieStore().getCookies()) {
            if (cookie.getName().endsWith(CSRF)) {
                request.header("X-" + CSRF, cookie.getValue());
            }
        }
        return request;
    }

    private InputStream send(HttpRequest.Builder request) throws IOException {
        HttpResponse<InputStream> response;
        try {
            response = http.send(request.build(), HttpResponse.BodyHandlers.ofInputStream());
        } catch (IOException e) {
            throw new No("Earnest does not answer at " + base + ". Is it up? See ./earnest status");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new No("interrupted");
        }
        if (response.statusCode() >= 300) {
            throw new No(problem(response));
        }
        return response.body();
    }

    private static String problem(HttpResponse<InputStream> response) throws IOException {
        try {
            Map<String, Object> problem = Json.object(Json.read(drained(response.body())));
            if (problem != null && problem.get("detail") instanceof String detail) {
                return detail;
            }
        } catch (IllegalArgumentException e) {
            // No problem document: the status has to do.
        }
        return "Earnest answered with status " + response.statusCode();
    }

    private static String drained(InputStream body) throws IOException {
        try (body) {
            return new String(body.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Override
    public void close() throws IOException {
        if (signedIn) {
            drained(send(request("/api/session").DELETE()));
        }
        http.close();
    }
}
