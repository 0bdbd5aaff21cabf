package earnest.bench;

import earnest.testkit.Ground;
import earnest.testkit.Http;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Pages that stand open at the desk while calls are taken, and do what the browser's page does: one
 * shows the ticket on which something happens, the others only the edge, which is told. What they
 * are told makes them ask anew, once for all that was told meanwhile.
 */
final class OpenPages implements AutoCloseable {
    /** As in the page: web/src/live/live.ts. */
    private static final Pattern OF_ACCOUNTS = Pattern.compile("(person|named|change|handover)-");

    private final List<InputStream> streams = new ArrayList<>();

    OpenPages(Ground ground, List<String> analysts) {
        for (int i = 0; i < analysts.size(); i++) {
            open(ground, analysts.get(i), i == 0);
        }
    }

    int count() {
        return streams.size();
    }

    private void open(Ground ground, String login, boolean showsTickets) {
        Http api = signedIn(ground, login);
        try {
            HttpResponse<InputStream> live =
                    HttpClient.newHttpClient()
                            .send(
                                    HttpRequest.newBuilder(
                                                    URI.create(ground.serverUrl() + "/api/live"))
                                            .header("Cookie", api.cookies())
                                            .build(),
                                    HttpResponse.BodyHandlers.ofInputStream());
            if (live.statusCode() != 200) {
                throw new IllegalStateException("a live page was refused: " + live.statusCode());
            }
            streams.add(live.body());
            Wanted wanted = new Wanted(showsTickets);
            Thread.ofVirtual().start(() -> listen(live.body(), wanted));
            Thread.ofVirtual().start(() -> ask(api, wanted));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static Http signedIn(Ground ground, String login) {
        return earnest.testkit.Desk.signIn(ground, login).api().with("X-Earnest-By-Itself", "true");
    }

    /** What a page has to ask for. */
    private static final class Wanted {
        private final boolean showsTickets;
        private final Set<String> paths = new LinkedHashSet<>();
        private boolean ended;

        Wanted(boolean showsTickets) {
            this.showsTickets = showsTickets;
        }

        synchronized void told(JsonNode event) {
            if (showsTickets && event.has("ticket")) {
                String ticket = "/api/tickets/" + event.get("ticket").asString();
                paths.add(ticket);
                if (OF_ACCOUNTS.matcher(event.get("kind").asString()).lookingAt()) {
                    paths.add(ticket + "/accounts");
                }
            }
            notifyAll();
        }

        synchronized void end() {
            ended = true;
            notifyAll();
        }

        synchronized boolean ended() {
            return ended;
        }

        synchronized List<String> next() throws InterruptedException {
            while (paths.isEmpty() && !ended) {
                wait();
            }
            List<String> all = List.copyOf(paths);
            paths.clear();
            return all;
        }
    }

    private static void listen(InputStream stream, Wanted wanted) {
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8))) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("data:")) {
                    wanted.told(JsonMapper.shared().readTree(line.substring(5)));
                }
            }
        } catch (IOException closed) {
            // By close().
        } finally {
            wanted.end();
        }
    }

    private static void ask(Http api, Wanted wanted) {
        try {
            for (List<String> paths = wanted.next(); !paths.isEmpty(); paths = wanted.next()) {
                paths.forEach(api::get);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (UncheckedIOException away) {
            if (!wanted.ended()) {
                throw away;
            }
        }
    }

    @Override
    public void close() {
        for (InputStream stream : streams) {
            try {
                stream.close();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
