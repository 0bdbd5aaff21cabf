package earnest.standins.http;

import com.sun.net.httpserver.HttpExchange;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.LinkedHashMap;
import java.util.Map;

/** One request, with the parts of its path that the route left open. */
public final class Request {
    private static final int LARGEST_BODY = 64 * 1024;
    private final HttpExchange exchange;
    private final String[] parts;

    Request(HttpExchange exchange, String[] parts) {
        this.exchange = exchange;
        this.parts = parts;
    }

    /** The {@code i}-th open part of the path, from 0. */
    public String part(int i) {
        return parts[i];
    }

    /** The query as it stands, or the empty text. */
    public String query() {
        String query = exchange.getRequestURI().getQuery();
        return query == null ? "" : query;
    }

    /** One value of the query, decoded, or what is said otherwise. */
    public String query(String name, String otherwise) {
        String raw = exchange.getRequestURI().getRawQuery();
        for (String pair : raw == null ? new String[0] : raw.split("&")) {
            if (pair.startsWith(name + "=")) {
                return URLDecoder.decode(pair.substring(name.length() + 1), StandardCharsets.UTF_8);
            }
        }
        return otherwise;
    }

    /** A header, or the empty text. */
    public String header(String name) {
        String value = exchange.getRequestHeaders().getFirst(name);
        return value == null ? "" : value;
    }

    /** The body as JSON; an empty body is an empty object. */
    public JsonNode json() throws IOException {
        byte[] bytes = exchange.getRequestBody().readNBytes(LARGEST_BODY);
        return JsonMapper.shared()
                .readTree(bytes.length == 0 ? "{}".getBytes(StandardCharsets.UTF_8) : bytes);
    }

    /** The body as a form, decoded. */
    public Map<String, String> form() throws IOException {
        String body =
                new String(
                        exchange.getRequestBody().readNBytes(LARGEST_BODY), StandardCharsets.UTF_8);
        Map<String, String> form = new LinkedHashMap<>();
        for (String pair : body.split("&")) {
            int at = pair.indexOf('=');
            if (at > 0) {
                form.put(
                        URLDecoder.decode(pair.substring(0, at), StandardCharsets.UTF_8),
                        URLDecoder.decode(pair.substring(at + 1), StandardCharsets.UTF_8));
            }
        }
        return form;
    }

    /** Refuses with 401 unless the request carries the token. */
    public void mustCarry(String token) {
        String given = exchange.getRequestHeaders().getFirst("Authorization");
        byte[] expected = ("Bearer " + token).getBytes(StandardCharsets.UTF_8);
        if (given == null
                || !MessageDigest.isEqual(expected, given.getBytes(StandardCharsets.UTF_8))) {
            throw new Refused(401, "the token is missing or wrong");
        }
    }
}
