package earnest.testkit;

import org.jspecify.annotations.Nullable;

import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.MissingNode;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Collectors;

/** JSON over HTTP with cookies, as a script would speak it. */
public final class Http {
    /** Answers that bring a secret to whom it is for, with the fields in which it stands. */
    private static final Map<String, String> HANDS_OVER =
            Map.of("/handover/show", "characters|words", "/api/links/answer", "secret");

    private static final List<String> HEARD = new CopyOnWriteArrayList<>();

    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
    private final Map<String, String> headers = new LinkedHashMap<>();
    private boolean withCsrf = true;
    private boolean outside;

    public Http(String base) {
        this.base = base;
    }

    /** Every body that any client got from Earnest, but for the fields that hand a secret over. */
    public static List<String> heard() {
        return HEARD;
    }

    /** Speaks with the stand-ins, whose pockets hold codes and passwords by their nature. */
    static Http ofStandIns(String base) {
        Http http = new Http(base);
        http.outside = true;
        return http;
    }

    /** Leaves the CSRF header out, as another site's page would have to. */
    public Http withoutCsrf() {
        withCsrf = false;
        return this;
    }

    /** Sends a header with each request from now on. */
    public Http with(String header, String value) {
        headers.put(header, value);
        return this;
    }

    /** Takes a cookie in, as if the server had set it. */
    public Http withCookie(String name, String value) {
        HttpCookie cookie = new HttpCookie(name, value);
        cookie.setPath("/");
        cookie.setVersion(0);
        cookies.getCookieStore().add(URI.create(base), cookie);
        return this;
    }

    /** The value of a cookie, empty when there is none. */
    public String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals(name))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    /** All cookies, as a request sends them. */
    public String cookies() {
        return cookies.getCookieStore().getCookies().stream()
                .map(cookie -> cookie.getName() + "=" + cookie.getValue())
                .collect(Collectors.joining("; "));
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    public Answer post(String path) {
        return send("POST", path, "");
    }

    public Answer post(String path, Map<String, ?> body) {
        return send("POST", path, JsonMapper.shared().writeValueAsString(body));
    }

    public Answer put(String path, Object body) {
        return send("PUT", path, JsonMapper.shared().writeValueAsString(body));
    }

    public Answer delete(String path) {
        return send("DELETE", path, "");
    }

    public Answer send(String method, String path, @Nullable String body) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(base + path)).timeout(Duration.ofSeconds(30));
        request.method(
                method,
                body == null
                        ? HttpRequest.BodyPublishers.noBody()
                        : HttpRequest.BodyPublishers.ofString(body));
        if (body != null && !body.isEmpty() && !headers.containsKey("Content-Type")) {
            request.header("Content-Type", "application/json");
        }
        headers.forEach(request::header);
        if (withCsrf) {
            String token = cookie("XSRF-TOKEN");
            if (!token.isEmpty() && !headers.containsKey("X-XSRF-TOKEN")) {
                request.header("X-XSRF-TOKEN", token);
            }
        }
        try {
            HttpResponse<String> response =
                    http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            if (!outside) {
                HEARD.add(withoutWhatIsHandedOver(path, response.body()));
            }
            return new Answer(response.statusCode(), json(response.body()), response.body());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static String withoutWhatIsHandedOver(String path, String body) {
        String fields = HANDS_OVER.get(path.replaceFirst(".*(?=/handover/)", ""));
        return fields == null
                ? body
                : body.replaceAll("\"(" + fields + ")\":\"([^\"\\\\]|\\\\.)*\"", "\"$1\":\"\"");
    }

    private static JsonNode json(String body) {
        try {
            return body.isBlank() ? MissingNode.getInstance() : JsonMapper.shared().readTree(body);
        } catch (JacksonException notJson) {
            return MissingNode.getInstance();
        }
    }
}
