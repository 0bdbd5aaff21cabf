package earnest.connectors.scim;

import earnest.connectors.AddressGuard;
import earnest.connectors.GuardedHttp;
import earnest.connectors.PinnedCertificates;
import earnest.core.json.BadJson;
import earnest.core.json.Json;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.net.URI;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Speaks HTTP with a service. No request is sent twice. Thread-safe. */
final class ScimClient implements AutoCloseable {
    private static final Duration CONNECT = Duration.ofSeconds(2);
    private static final Duration ANSWER = Duration.ofSeconds(5);
    private static final int LONGEST_ANSWER = 8 << 20;
    private static final String MEDIA = "application/scim+json";

    private final URI url;
    private final Secret token;
    private final GuardedHttp http;

    ScimClient(ScimSettings settings, Secret credential, AddressGuard guard) {
        this.url = settings.url();
        this.token = credential.copy();
        this.http =
                new GuardedHttp(
                        guard::resolve,
                        new GuardedHttp.Limits(CONNECT, ANSWER, LONGEST_ANSWER),
                        PinnedCertificates.context(settings.certificate()));
    }

    /**
     * What came back.
     *
     * @param body empty where it was none
     * @param retryAfter in seconds; 0 where nothing is said
     * @param date when it says it answered (RFC 9110 section 6.6.1), or null
     */
    record Answer(int status, Map<String, Object> body, int retryAfter, @Nullable Instant date) {}

    /** The service cannot be reached, so that nothing left. */
    static final class NotReached extends Exception {
        private static final long serialVersionUID = 1L;
    }

    /** Something may have left, and nothing came that could be understood. */
    static final class NoAnswer extends Exception {
        private static final long serialVersionUID = 1L;
    }

    /** Reads something. */
    Answer get(String path) throws NotReached, NoAnswer {
        return send("GET", path, null, null);
    }

    /**
     * Changes something.
     *
     * @param body JSON in UTF-8
     * @param version only while it has this version (RFC 7644 section 3.14), or null
     */
    Answer patch(String path, byte[] body, @Nullable String version) throws NotReached, NoAnswer {
        return send("PATCH", path, body, version);
    }

    /** Takes something away. */
    Answer delete(String path) throws NotReached, NoAnswer {
        return send("DELETE", path, null, null);
    }

    private List<Map.Entry<String, String>> headers(boolean body, @Nullable String version) {
        List<Map.Entry<String, String>> headers = new ArrayList<>();
        headers.add(Map.entry("Accept", MEDIA));
        if (body) {
            headers.add(Map.entry("Content-Type", MEDIA));
        }
        if (version != null) {
            headers.add(Map.entry("If-Match", version));
        }
        token.open(
                characters ->
                        characters.length > 0
                                && headers.add(
                                        Map.entry(
                                                "Authorization",
                                                "Bearer " + new String(characters))));
        return headers;
    }

    private Answer send(
            String method, String path, byte @Nullable [] body, @Nullable String version)
            throws NotReached, NoAnswer {
        try {
            GuardedHttp.Answer answer =
                    http.ask(
                            new GuardedHttp.Question(
                                    method,
                                    URI.create(url + path),
                                    headers(body != null, version),
                                    body));
            Object value = answer.body().length == 0 ? Map.of() : Json.read(answer.body());
            Map<String, Object> object = Json.object(value);
            int retryAfter =
                    answer.header("retry-after")
                            .filter(text -> text.matches("[0-9]{1,5}"))
                            .map(Integer::parseInt)
                            .orElse(0);
            return new Answer(
                    answer.status(), object == null ? Map.of() : object, retryAfter, date(answer));
        } catch (GuardedHttp.NotReached e) {
            throw new NotReached();
        } catch (GuardedHttp.NoAnswer | BadJson e) {
            throw new NoAnswer();
        }
    }

    private static @Nullable Instant date(GuardedHttp.Answer answer) {
        try {
            return answer.header("date")
                    .map(DateTimeFormatter.RFC_1123_DATE_TIME::parse)
                    .map(Instant::from)
                    .orElse(null);
        } catch (DateTimeException e) {
            return null;
        }
    }

    @Override
    public void close() {
        http.close();
        token.close();
    }
}
