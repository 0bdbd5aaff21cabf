package earnest.live;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;

/** What open pages are told, and what not. */
@ExtendWith(App.Running.class)
class LivePagesTest {
    private App app;
    private final List<Stream> streams = new ArrayList<>();

    @BeforeEach
    void theDesk(App app) {
        this.app = app;
    }

    @AfterEach
    void closed() throws IOException {
        for (Stream stream : streams) {
            stream.body.close();
        }
    }

    private static final class Stream {
        final InputStream body;
        final List<JsonNode> told = new CopyOnWriteArrayList<>();
        volatile boolean ended;

        Stream(InputStream body) {
            this.body = body;
            Thread.ofVirtual().start(this::listen);
        }

        private void listen() {
            try (BufferedReader lines =
                    new BufferedReader(new InputStreamReader(body, StandardCharsets.UTF_8))) {
                for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                    if (line.startsWith("data:")) {
                        told.add(JsonMapper.shared().readTree(line.substring(5)));
                    }
                }
            } catch (IOException byClosing) {
                assertThat(byClosing).isNotNull();
            } finally {
                ended = true;
            }
        }

        long edges() {
            return told.stream().filter(event -> event.has("edge")).count();
        }

        List<JsonNode> pages() {
            return told.stream().filter(e -> e.has("page")).map(e -> e.get("page")).toList();
        }

        /** The ticket as it was told last. */
        Optional<JsonNode> page() {
            return pages().stream().reduce((a, b) -> b);
        }

        boolean names(String account) {
            return page().filter(p -> p.at("/who/account").asString("").equals(account))
                    .isPresent();
        }

        /** Whether the edge that was told last has a ticket in one of its parts. */
        boolean shows(String part, String ticket) {
            return told.stream()
                    .filter(event -> event.has("edge"))
                    .reduce((a, b) -> b)
                    .map(event -> event.at("/edge/" + part).toString().contains(ticket))
                    .orElse(false);
        }
    }

    private Stream follow(Http api) throws IOException, InterruptedException {
        return follow(api, "");
    }

    private Stream follow(Http api, String shows) throws IOException, InterruptedException {
        HttpResponse<InputStream> live =
                HttpClient.newHttpClient()
                        .send(
                                HttpRequest.newBuilder(
                                                URI.create(
                                                        app.ground().serverUrl()
                                                                + "/api/live"
                                                                + shows))
                                        .header("Cookie", api.cookies())
                                        .build(),
                                HttpResponse.BodyHandlers.ofInputStream());
        assertThat(live.statusCode()).isEqualTo(200);
        Stream stream = new Stream(live.body());
        streams.add(stream);
        return stream;
    }

    @Test
    void theEdgeIsToldToEachAsItIsForThem() throws Exception {
        Desk tove = app.desk("tove.rask");
        Stream hers = follow(tove.api());
        Stream his = follow(app.desk("jonas.lie").api());
        Eventually.waitFor("the edge at once", () -> hers.edges() > 0 && his.edges() > 0);
        String ticket = app.visitor(tove);
        Eventually.waitFor("it to be in hand", () -> hers.shows("inHand", ticket));
        Eventually.waitFor("it to be a colleague's", () -> his.shows("withColleagues", ticket));
        assertThat(tove.api().get("/api/desk").ok().get("inHand").toString()).contains(ticket);
        tove.close(ticket, "Only a trial.");
        Eventually.waitFor("it to go", () -> !his.shows("withColleagues", ticket));
        assertThat(hers.told.getFirst().get("open").asBoolean()).isTrue();
        assertThat(hers.told.stream().anyMatch(e -> e.path("ticket").asString("").equals(ticket)))
                .isTrue();
    }

    @Test
    void whoShowsATicketIsToldItWheneverItChanged() throws Exception {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        String another = app.visitor(tove);
        Stream hers = follow(tove.api(), "?ticket=" + ticket);
        Stream his = follow(app.desk("jonas.lie").api(), "?ticket=" + ticket);
        Stream auditors = follow(app.desk("elif.hartono").api(), "?ticket=" + ticket);
        Eventually.waitFor("the edge at once", () -> hers.edges() > 0 && his.edges() > 0);
        String account = app.somebody();
        tove.claim(another, app.somebody()).ok();
        tove.claim(ticket, account).ok();
        Eventually.waitFor("the person on it", () -> hers.names(account) && his.names(account));
        assertThat(withoutTape(hers.page().orElseThrow()))
                .isEqualTo(withoutTape(tove.page(ticket)));
        assertThat(hers.page().orElseThrow().at("/ticket/mine").asBoolean()).isTrue();
        assertThat(his.page().orElseThrow().at("/ticket/mine").asBoolean()).isFalse();
        tove.close(another, "Only a trial.");
        tove.close(ticket, "Only a trial.");
        Eventually.waitFor(
                "it to be closed",
                () ->
                        his.page()
                                .orElseThrow()
                                .at("/ticket/state")
                                .asString()
                                .equalsIgnoreCase("closed"));
        assertThat(auditors.page()).isEmpty();
        assertThat(hers.pages()).allMatch(p -> p.at("/ticket/id").asString().equals(ticket));
    }

    /** Entries get their seals a moment later. */
    private static JsonNode withoutTape(JsonNode page) {
        return ((ObjectNode) page.deepCopy()).without("tape");
    }

    @Test
    void whatIsNoTicketIsRefused() {
        assertThat(app.desk("tove.rask").api().get("/api/live?ticket=none").status())
                .isEqualTo(422);
    }

    @Test
    void whoMayNotWorkAtTheDeskIsToldNoEdge() throws Exception {
        Desk tove = app.desk("tove.rask");
        Stream auditors = follow(app.desk("elif.hartono").api());
        String ticket = app.visitor(tove);
        Eventually.waitFor(
                "the event",
                () ->
                        auditors.told.stream()
                                .anyMatch(e -> e.path("ticket").asString("").equals(ticket)));
        tove.close(ticket, "Only a trial.");
        Eventually.waitFor(
                "the end of it",
                () ->
                        auditors.told.stream()
                                .anyMatch(
                                        e -> e.path("kind").asString("").equals("ticket-closed")));
        assertThat(auditors.edges()).isZero();
    }

    @Test
    void aRightThatWasTakenAwayEndsItAtOnce() throws Exception {
        Desk tove = app.desk("tove.rask");
        Desk jonas = app.desk("jonas.lie");
        Stream his = follow(jonas.api());
        Eventually.waitFor("the edge at once", () -> his.edges() > 0);
        String before = roles("jonas.lie", "auditor");
        try {
            String ticket = app.visitor(tove);
            Eventually.waitFor(
                    "the event",
                    () ->
                            his.told.stream()
                                    .anyMatch(e -> e.path("ticket").asString("").equals(ticket)));
            tove.close(ticket, "Only a trial.");
            assertThat(his.shows("withColleagues", ticket)).isFalse();
        } finally {
            roles("jonas.lie", before);
        }
    }

    @Test
    void itEndsWithTheSession() throws Exception {
        Desk jonas = app.desk("jonas.lie");
        Stream his = follow(jonas.api());
        Stream hers = follow(app.desk("tove.rask").api());
        Eventually.waitFor("the edge at once", () -> his.edges() > 0);
        jonas.api().delete("/api/session").ok();
        Eventually.waitFor("the stream to end", () -> his.ended);
        assertThat(hers.ended).isFalse();
    }

    private String roles(String login, String roles) {
        String before =
                app.databaseAs("migrate")
                        .sql("select roles from analyst where login = :l")
                        .param("l", login)
                        .query(String.class)
                        .single();
        app.databaseAs("migrate")
                .sql("update analyst set roles = :r where login = :l")
                .param("r", roles)
                .param("l", login)
                .update();
        return before;
    }
}
