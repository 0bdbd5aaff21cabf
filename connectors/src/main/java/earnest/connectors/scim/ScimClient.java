package earnest.connectors.scim;

import earnest.connectors.AddressGuard;
import earnest.connectors.PinnedCertificates;
import earnest.core.json.BadJson;
import earnest.core.json.Json;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.channels.UnresolvedAddressException;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Map;

/** Speaks HTTP with a service. No request is sent twice. Thread-safe. */
final class ScimClient implements AutoCloseable {
    private static final Duration CONNECT = Duration.ofSeconds(2);
    private static final Duration ANSWER = Duration.ofSeconds(5);
    private static final int LONGEST_ANSWER = 8 << 20;
    private static final String MEDIA = "application/scim+json";

    private final URI url;
    private final Secret token;
    private final AddressGuard guard;
    private final HttpClient http;

    ScimClient(ScimSettings settings, Secret credential, AddressGuard guard) {
        this.guard = guard;
        this.url = settings.url();
        this.token = credential.copy();
        this.http =
                HttpClient.newBuilder()
                        .version(HttpClient.Version.HTTP_1_1)
                        .connectTimeout(CONNECT)
                        .followRedirects(HttpClient.Redirect.NEVER)
                        .sslContext(PinnedCertificates.context(settings.certificate()))
                        .build();
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
        return send(request(path).GET().build());
    }

    /**
     * Changes something.
     *
     * @param body JSON in UTF-8
     * @param version only while it has this version (RFC 7644 section 3.14), or null
     */
    Answer patch(String path, byte[] body, @Nullable String version) throws NotReached, NoAnswer {
        HttpRequest.Builder request =
                request(path)
                        .header("Content-Type", MEDIA)
                        .method("PATCH", HttpRequest.BodyPublishers.ofByteArray(body));
        if (version != null) {
            request.header("If-Match", version);
        }
        return send(request.build());
    }

    /** Takes something away. */
    Answer delete(String path) throws NotReached, NoAnswer {
        return send(request(path).DELETE().build());
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(url + path))
                        .timeout(ANSWER)
                        .header("Accept", MEDIA);
        token.open(
                characters ->
                        characters.length == 0
                                ? request
                                : request.header(
                                        "Authorization", "Bearer " + new String(characters)));
        return request;
    }

    private Answer send(HttpRequest request) throws NotReached, NoAnswer {
        try {
            guard.resolve(request.uri().getHost().replaceAll("^\\[|]$", ""));
            HttpResponse<byte[]> response =
                    http.send(request, HttpResponse.BodyHandlers.ofByteArray());
            byte[] body = response.body();
            if (body.length > LONGEST_ANSWER) {
                throw new NoAnswer();
            }
            Object value = body.length == 0 ? Map.of() : Json.read(body);
            Map<String, Object> object = Json.object(value);
            int retryAfter =
                    response.headers()
                            .firstValue("Retry-After")
                            .filter(text -> text.matches("[0-9]{1,5}"))
                            .map(Integer::parseInt)
                            .orElse(0);
            return new Answer(
                    response.statusCode(),
                    object == null ? Map.of() : object,
                    retryAfter,
                    date(response));
        } catch (ConnectException
                | HttpConnectTimeoutException
                | UnknownHostException
                | UnresolvedAddressException e) {
            throw new NotReached();
        } catch (IOException | BadJson e) {
            throw new NoAnswer();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new NoAnswer();
        }
    }

    private static @Nullable Instant date(HttpResponse<?> response) {
        try {
            return response.headers()
                    .firstValue("Date")
                    .map(DateTimeFormatter.RFC_1123_DATE_TIME::parse)
                    .map(Instant::from)
                    .orElse(null);
        } catch (DateTimeException e) {
            return null;
        }
    }

    @Override
    public void close() {
        http.shutdownNow();
        token.close();
    }
}
