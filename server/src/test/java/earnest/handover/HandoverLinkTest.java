package earnest.handover;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;

/** A password behind a link: shown to one, once, in time, and to nobody who merely follows it. */
@ExtendWith(App.Running.class)
class HandoverLinkTest {
    private static final Pattern TOKEN = Pattern.compile("/link#([A-Za-z0-9_-]{43})\\s");

    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void aPasswordIsToBeHandedOver(App app) {
        app.needs("text", "ldap");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
    }

    private JsonNode handover() {
        return tove.page(ticket).get("handover");
    }

    private String state() {
        return handover().get("state").get("state").asString();
    }

    private Answer route(String route) {
        String mobile =
                StreamSupport.stream(handover().get("contacts").spliterator(), false)
                        .filter(c -> c.get("label").asString().equals("work mobile"))
                        .map(c -> c.get("id").asString())
                        .findFirst()
                        .orElseThrow();
        return tove.api()
                .post(
                        "/api/tickets/" + ticket + "/handover/route",
                        route.equals("read-aloud")
                                ? Map.of("route", route)
                                : Map.of("route", route, "contact", mobile));
    }

    /** Sends a link and takes its token out of the text that carries it. */
    private String linked() {
        route("link").ok();
        String text =
                Eventually.get(
                        "the text with the link",
                        () ->
                                outside.texts(account).stream()
                                        .filter(one -> one.contains("/link#"))
                                        .reduce((first, second) -> second));
        Matcher found = TOKEN.matcher(text);
        assertThat(found.find()).as(text).isTrue();
        assertThat(text).contains("Brackwater directory").contains("If you did not ask for this");
        Eventually.waitFor("it to have left", () -> !state().equals("sending"));
        return found.group(1);
    }

    private Http somebody() {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        return http;
    }

    private static Answer press(Http http, String token) {
        return http.post("/api/links/press", Map.of("token", token));
    }

    private static Answer answer(Http http, String token, String choice) {
        return http.post("/api/links/answer", Map.of("token", token, "choice", choice));
    }

    @Test
    void itIsShownOnceAndWorks() {
        String token = linked();
        Http phone = somebody();
        JsonNode page = press(phone, token).ok();
        assertThat(page.toString()).contains("Brackwater directory").doesNotContain(account);
        Answer shown = answer(phone, token, "show");
        String password = shown.ok().get("secret").asString();
        assertThat(state()).isEqualTo("opened");
        assertThat(answer(phone, token, "show").problem()).isEqualTo("link-over");
        assertThat(press(phone, token).problem()).isEqualTo("link-over");
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").status())
                .isEqualTo(409);
        outside.signInAnew(account, password, "a sentence of my own 7");
        Eventually.waitFor("them to be in", () -> app.recorded(ticket, "person-in"));
        List<String> record =
                app.database()
                        .sql("select leaf from entry where ticket_id = :t")
                        .param("t", UUID.fromString(ticket))
                        .query(String.class)
                        .list();
        assertThat(String.join("\n", record))
                .contains("shown over a one-time link")
                .doesNotContain(password)
                .doesNotContain(token);
    }

    @Test
    void followingTheAddressShowsAndUsesNothing() {
        String token = linked();
        for (String scanned : List.of("/link", "/link?token=" + token, "/link/" + token)) {
            assertThat(app.httpFromElsewhere().get(scanned).text()).doesNotContain("password for");
        }
        assertThat(answer(somebody(), token, "show").ok().hasNonNull("secret")).isTrue();
    }

    @Test
    void ofManyAtOnceOneSeesIt() throws Exception {
        String token = linked();
        List<Callable<Answer>> all = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            Http one = somebody();
            all.add(() -> answer(one, token, "show"));
        }
        Set<String> seen = new HashSet<>();
        int shown = 0;
        try (ExecutorService threads = Executors.newFixedThreadPool(all.size())) {
            for (Future<Answer> future : threads.invokeAll(all)) {
                Answer answer = future.get();
                if (answer.status() == 200) {
                    shown++;
                    seen.add(answer.body().get("secret").asString());
                } else {
                    assertThat(answer.problem()).isEqualTo("link-over");
                }
            }
        }
        assertThat(shown).isEqualTo(1);
        assertThat(seen).hasSize(1);
    }

    @Test
    void anotherRouteEndsIt() {
        String token = linked();
        route("read-aloud").ok();
        assertThat(press(somebody(), token).problem()).isEqualTo("link-over");
        assertThat(answer(somebody(), token, "show").problem()).isEqualTo("link-over");
        assertThat(tove.readAloud(ticket)).isNotEmpty();
        assertThat(state()).isEqualTo("said-back");
    }

    @Test
    void iDidNotAskForThisTakesItOutOfForceAndTellsTheDesk() {
        String token = linked();
        Http phone = somebody();
        press(phone, token).ok();
        Answer told = answer(phone, token, "not-me");
        assertThat(told.ok().hasNonNull("secret")).isFalse();
        assertThat(state()).isEqualTo("withdrawn");
        Eventually.waitFor(
                "it to be out of force",
                Duration.ofSeconds(20),
                () -> app.recorded(ticket, "handover-expired"));
        assertThat(app.recorded(ticket, "handover-withdrawn")).isTrue();
    }

    @Test
    void anAnswerThatIsNoneUsesNothingUp() {
        String token = linked();
        assertThat(answer(somebody(), token, "open-sesame").status()).isEqualTo(422);
        assertThat(answer(somebody(), token, "show").ok().hasNonNull("secret")).isTrue();
    }

    @Test
    void whenItsTimeIsOverItShowsNothing() {
        String token = linked();
        try (App.Later _ = app.later(Duration.ofMinutes(241))) {
            assertThat(press(somebody(), token).problem()).isEqualTo("link-over");
            assertThat(answer(somebody(), token, "show").problem()).isEqualTo("link-over");
        }
    }
}
