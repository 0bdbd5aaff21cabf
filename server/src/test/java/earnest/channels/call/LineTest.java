package earnest.channels.call;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import java.util.UUID;

/** What the telephone line tells is taken from the line alone, once, and not without end. */
@ExtendWith(App.Running.class)
class LineTest {
    private static int line(App app, String place, String token, String path, String body)
            throws IOException, InterruptedException {
        HttpRequest request =
                HttpRequest.newBuilder(URI.create(app.ground().serverUrl() + path))
                        .header("Content-Type", "application/json")
                        .header("X-Forwarded-For", place)
                        .header("Authorization", "Bearer " + token)
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    @Test
    void wrongTokensOfTheLineAreLimitedAndLookedAtFirst(App app) throws Exception {
        String place = "192.0.2.1";
        int refused = 0;
        for (int i = 0; i < 40; i++) {
            int status = line(app, place, "wrong", "/api/line/calls", "{\"id\":\"x\\ny\"}");
            assertThat(status).isIn(401, 429);
            refused += status == 429 ? 1 : 0;
        }
        assertThat(refused).isGreaterThan(15);
        String right = app.ground().secret("line-token");
        assertThat(line(app, "192.0.2.2", right, "/api/line/calls", ring())).isEqualTo(202);
    }

    private static String ring() {
        return "{\"id\":\"" + UUID.randomUUID() + "\"}";
    }

    @Test
    void idsOfCallsForgeNoLines(App app) throws Exception {
        String right = app.ground().secret("line-token");
        for (String id : new String[] {"x\\nINFO forged", "a b", "", "x\\u001b[2J", "é"}) {
            assertThat(line(app, "192.0.2.3", right, "/api/line/calls", "{\"id\":\"" + id + "\"}"))
                    .as(id)
                    .isIn(400, 422);
        }
        assertThat(
                        line(
                                app,
                                "192.0.2.3",
                                right,
                                "/api/line/calls/a%20b/ended",
                                "{\"how\":\"dropped\"}"))
                .isEqualTo(422);
    }

    @Test
    void ringsHaveALimit(App app) throws Exception {
        String right = app.ground().secret("line-token");
        app.database().sql("delete from guess_limit where bucket = 'rings'").update();
        int refused = 0;
        try {
            // The limit fills up again while a slow machine is at it.
            for (int i = 0; i < 1500 && refused <= 20; i++) {
                refused += line(app, "192.0.2.4", right, "/api/line/calls", ring()) == 429 ? 1 : 0;
            }
            assertThat(refused).isGreaterThan(20);
        } finally {
            app.database().sql("delete from guess_limit where bucket = 'rings'").update();
            app.database()
                    .sql(
                            "update ticket set state = 'CLOSED', closed_at = utc_timestamp(6) where"
                                    + " state = 'RINGING'")
                    .update();
        }
    }

    @Test
    void theLineMustProveItself(App app) {
        Answer refused =
                app.http().post("/api/line/calls", Map.of("id", "x", "number", "+447700900142"));
        assertThat(refused.status()).isEqualTo(401);
        assertThat(refused.problem()).isEqualTo("line-token");
    }

    @Test
    void aCallThatIsToldTwiceIsOneTicket(App app) {
        long before = app.database().sql("select count(*) from ticket").query(Long.class).single();
        var http = java.net.http.HttpClient.newHttpClient();
        String id = UUID.randomUUID().toString();
        for (int i = 0; i < 2; i++) {
            var request =
                    java.net.http.HttpRequest.newBuilder(
                                    java.net.URI.create(
                                            app.ground().serverUrl() + "/api/line/calls"))
                            .header("Content-Type", "application/json")
                            .header("Authorization", "Bearer " + app.ground().secret("line-token"))
                            .POST(
                                    java.net.http.HttpRequest.BodyPublishers.ofString(
                                            "{\"id\":\"" + id + "\"}"))
                            .build();
            try {
                assertThat(
                                http.send(
                                                request,
                                                java.net.http.HttpResponse.BodyHandlers
                                                        .discarding())
                                        .statusCode())
                        .isEqualTo(202);
            } catch (java.io.IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
        long after = app.database().sql("select count(*) from ticket").query(Long.class).single();
        assertThat(after).isEqualTo(before + 1);
    }
}
