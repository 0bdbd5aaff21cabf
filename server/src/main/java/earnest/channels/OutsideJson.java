package earnest.channels;

import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/** Speaks JSON over HTTP to something outside, with a deadline; says whether anything left. */
public final class OutsideJson {
    private static final Duration CONNECT = Duration.ofSeconds(2);
    private static final Duration ANSWER = Duration.ofSeconds(5);
    private static final long MOST_BYTES = 64 * 1024;

    /** What came back. */
    public sealed interface Answer {
        record Ok(JsonNode body) implements Answer {}

        record No(int status) implements Answer {}

        /** Nothing left for the other side. */
        record NotReached() implements Answer {}

        /** It may have been taken. */
        record Silence() implements Answer {}
    }

    private final HttpClient http =
            HttpClient.newBuilder()
                    .version(HttpClient.Version.HTTP_1_1)
                    .connectTimeout(CONNECT)
                    .build();
    private final OutsidePlace place;

    public OutsideJson(OutsidePlace place) {
        this.place = place;
    }

    /** {@code body} null: GET. */
    public Answer ask(String path, byte @Nullable [] body) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(place.url() + path))
                        .timeout(ANSWER)
                        .header("Authorization", "Bearer " + place.token());
        if (body != null) {
            request.header("Content-Type", "application/json")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(body));
        }
        mustNotHoldRows();
        CompletableFuture<HttpResponse<byte[]>> asked =
                http.sendAsync(
                        request.build(),
                        HttpResponse.BodyHandlers.limiting(
                                HttpResponse.BodyHandlers.ofByteArray(), MOST_BYTES));
        try {
            // The whole answer, not only its head: else one that drips would hold the worker.
            HttpResponse<byte[]> response = asked.get(ANSWER.toMillis(), TimeUnit.MILLISECONDS);
            if (response.statusCode() >= 300) {
                return new Answer.No(response.statusCode());
            }
            return parse(response.body()).<Answer>map(Answer.Ok::new).orElse(new Answer.Silence());
        } catch (ExecutionException e) {
            return e.getCause() instanceof ConnectException
                            || e.getCause() instanceof HttpConnectTimeoutException
                    ? new Answer.NotReached()
                    : new Answer.Silence();
        } catch (TimeoutException e) {
            return new Answer.Silence();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new Answer.Silence();
        } finally {
            asked.cancel(true);
        }
    }

    private static void mustNotHoldRows() {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is asked outside within a transaction");
        }
    }

    private static Optional<JsonNode> parse(byte[] body) {
        try {
            return Optional.of(
                    JsonMapper.shared().readTree(new String(body, StandardCharsets.UTF_8)));
        } catch (JacksonException e) {
            return Optional.empty();
        }
    }
}
