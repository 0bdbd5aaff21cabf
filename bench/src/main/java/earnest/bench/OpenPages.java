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
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Pages that stand open at the desk while calls are taken, and do what the browser's page does: one
 * turns to each ticket on which something begins to happen and is told it from then on, the others
 * show only the edge, which is told. They ask for a ticket when they turn to it, and for accounts
 * when those may have changed, once for all that was told meanwhile.
 */
final class OpenPages implements AutoCloseable {
    /** As in the page: web/src/live/live.ts. */
    private static final Pattern OF_ACCOUNTS = Pattern.compile("(person|named|change|handover)-");

    private final List<Page> pages = new ArrayList<>();

    OpenPages(Ground ground, List<String> analysts) {
        for (int i = 0; i < analysts.size(); i++) {
            open(ground, analysts.get(i), i == 0);
        }
    }

    int count() {
        return pages.size();
    }

    private void open(Ground ground, String login, boolean showsTickets) {
        Page page = new Page(ground, signedIn(ground, login), showsTickets);
        page.open("");
        Thread.ofVirtual().start(page::ask);
        pages.add(page);
    }

    private static Http signedIn(Ground ground, String login) {
        return earnest.testkit.Desk.signIn(ground, login).api().with("X-Earnest-By-Itself", "true");
    }

    /** One of them: its stream, and what it has to ask for. */
    private static final class Page {
        private final Ground ground;
        private final Http api;
        private final boolean showsTickets;
        private final HttpClient client = HttpClient.newHttpClient();
        private final Set<String> seen = new HashSet<>();
        private final Set<String> paths = new LinkedHashSet<>();
        private InputStream stream = InputStream.nullInputStream();
        private boolean ended;

        Page(Ground ground, Http api, boolean showsTickets) {
            this.ground = ground;
            this.api = api;
            this.showsTickets = showsTickets;
        }

        /** Leaves the stream that it follows for one that tells a ticket. */
        synchronized void open(String shows) {
            try {
                stream.close();
                HttpResponse<InputStream> live =
                        client.send(
                                HttpRequest.newBuilder(
                                                URI.create(
                                                        ground.serverUrl() + "/api/live" + shows))
                                        .header("Cookie", api.cookies())
                                        .build(),
                                HttpResponse.BodyHandlers.ofInputStream());
                if (live.statusCode() != 200) {
                    throw new IllegalStateException(
                            "a live page was refused: " + live.statusCode());
                }
                InputStream body = live.body();
                stream = body;
                Thread.ofVirtual().start(() -> listen(body));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }

        private void listen(InputStream from) {
            try (BufferedReader lines =
                    new BufferedReader(new InputStreamReader(from, StandardCharsets.UTF_8))) {
                for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                    if (line.startsWith("data:")) {
                        told(JsonMapper.shared().readTree(line.substring(5)));
                    }
                }
            } catch (IOException closed) {
                // By close(), or for another ticket.
            }
        }

        private synchronized void told(JsonNode event) {
            if (!showsTickets || !event.has("ticket") || ended) {
                return;
            }
            String ticket = event.get("ticket").asString();
            String path = "/api/tickets/" + ticket;
            if (seen.add(ticket)) {
                open("?ticket=" + ticket);
                paths.add(path);
            }
            if (OF_ACCOUNTS.matcher(event.get("kind").asString()).lookingAt()) {
                paths.add(path + "/accounts");
            }
            notifyAll();
        }

        private synchronized List<String> next() throws InterruptedException {
            while (paths.isEmpty() && !ended) {
                wait();
            }
            List<String> all = List.copyOf(paths);
            paths.clear();
            return all;
        }

        private synchronized boolean ended() {
            return ended;
        }

        void ask() {
            try {
                for (List<String> all = next(); !all.isEmpty(); all = next()) {
                    all.forEach(api::get);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } catch (UncheckedIOException away) {
                if (!ended()) {
                    throw away;
                }
            }
        }

        synchronized void end() {
            ended = true;
            notifyAll();
            try {
                stream.close();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    @Override
    public void close() {
        pages.forEach(Page::end);
    }
}
