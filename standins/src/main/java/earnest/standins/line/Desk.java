package earnest.standins.line;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Map;
import java.util.function.Consumer;

/** Tells the desk what happens on the line. */
final class Desk {
    private static final Duration DEADLINE = Duration.ofSeconds(5);
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(DEADLINE).build();
    private final String url;
    private final String token;

    Desk(String url, String token) {
        this.url = url;
        this.token = token;
    }

    void say(String what, Map<String, Object> body, Consumer<String> trouble) {
        HttpRequest request =
                HttpRequest.newBuilder(URI.create(url + "/api/line/" + what))
                        .timeout(DEADLINE)
                        .header("Authorization", "Bearer " + token)
                        .header("Content-Type", "application/json")
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        JsonMapper.shared().writeValueAsString(body)))
                        .build();
        try {
            int status = http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
            if (status >= 300) {
                trouble.accept("the desk answered " + status);
            }
        } catch (IOException e) {
            trouble.accept("the desk does not answer");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
