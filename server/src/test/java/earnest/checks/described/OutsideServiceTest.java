package earnest.checks.described;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.access.Analysts;
import earnest.access.Role;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** A service of a kind that nobody built anything for is described, and says who it is. */
@ExtendWith(App.Running.class)
class OutsideServiceTest {
    private static final String PASSWORD = "a long enough password";

    private App app;
    private Http maren;
    private Desk tove;
    private String account;
    private String ticket;

    @BeforeEach
    void aServiceIsDescribed(App app) {
        this.app = app;
        maren = app.desk("maren.holt").api();
        tove = app.desk("tove.rask");
        describe("voice", described()).ok();
        account = app.somebody();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    @AfterEach
    void itIsTakenAway() {
        tove.close(ticket, "Only a trial.");
        maren.delete("/api/outside-services/voice");
        app.outside().voice("up");
    }

    private Answer describe(String id, Map<String, Object> what) {
        return maren.put("/api/outside-services/" + id, what);
    }

    private Map<String, Object> described() {
        return described(app.ground().secret("lantern-secret").strip());
    }

    /** As its manual would have it: a raw request each, with the values that stand there. */
    private Map<String, Object> described(String password) {
        String host = app.ground().standinsUrl().replace("http://", "");
        String basic = Base64.getEncoder().encodeToString(("earnest:" + password).getBytes());
        String head = "Host: " + host + "\nAuthorization: Basic " + basic + "\n";
        Map<String, Object> ask = new HashMap<>();
        ask.put(
                "sample",
                "POST /voice/checks HTTP/1.1\n"
                        + head
                        + "Content-Type: application/json\n\n"
                        + "{\"phone\":\"+447700900123\",\"ref\":\"check-1234\"}");
        ask.put(
                "marks",
                Map.of(
                        "number",
                        "+447700900123",
                        "reference",
                        "check-1234",
                        "user",
                        "earnest",
                        "password",
                        password));
        ask.put("scheme", "http");
        ask.put("answer", "{\"id\":\"v-881\"}");
        Map<String, Object> look = new HashMap<>();
        look.put("sample", "GET /voice/checks/v-88123 HTTP/1.1\n" + head + "\n");
        look.put("marks", Map.of("reference", "v-88123", "user", "earnest", "password", password));
        look.put("scheme", "http");
        look.put("answer", "{\"id\":\"v-88123\",\"says\":\"waits\"}");
        Map<String, Object> all = new HashMap<>();
        all.put("title", "Harbour voice");
        all.put("ask", ask);
        all.put("look", look);
        all.put("answerAt", "/says");
        all.put("yes", List.of("same"));
        all.put("no", List.of("other"));
        all.put("denied", List.of("not-asked"));
        all.put("over", List.of("nobody"));
        all.put("lastsSeconds", 120);
        all.put("everySeconds", 1);
        return all;
    }

    private void ends(String kind) {
        Eventually.waitFor(kind, () -> app.recorded(ticket, kind));
    }

    @Test
    void itsYesCountsAsTheRulebookSays() {
        tove.begin(ticket, "voice");
        app.outside().speak(account, "same");
        ends("check-passed");
        assertThat(tove.standing(ticket)).isEqualTo(25);
        assertThat(tove.page(ticket).toString())
                .contains("Harbour voice", "said that it is", "says that it is they");
    }

    @Test
    void itsNoCountsAgainstThem() {
        tove.begin(ticket, "voice");
        app.outside().speak(account, "other");
        ends("check-failed");
        assertThat(tove.standing(ticket)).isEqualTo(-20);
    }

    @Test
    void whoDidNotAskStopsEverything() {
        tove.begin(ticket, "voice");
        app.outside().speak(account, "not-asked");
        ends("check-denied");
        assertThat(tove.page(ticket).at("/proof/stopped").asBoolean()).isTrue();
    }

    @Test
    void whatMeansNothingMeansNotYet() {
        tove.begin(ticket, "voice");
        app.outside().speak(account, "yes-and-amen");
        app.outside().speak(account, "nobody");
        ends("check-unanswered");
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void whileItIsAwayThePageSaysSoAndItIsAskedWhenItIsBack() {
        app.outside().voice("down");
        tove.begin(ticket, "voice");
        Eventually.waitFor(
                "the trouble to be said", () -> tove.says(ticket).contains("cannot be asked now"));
        app.outside().voice("up");
        app.outside().speak(account, "same");
        ends("check-passed");
    }

    @Test
    void whatItSaysAboutSomethingElseIsNotBelieved() {
        app.outside().voice("mixed_up");
        String check = tove.begin(ticket, "voice");
        Eventually.waitFor(
                "the trouble to be said",
                () -> tove.says(ticket).contains("answers about something else"));
        app.outside().voice("babbles");
        Eventually.waitFor(
                "the trouble to be said",
                () -> tove.says(ticket).contains("not the one described"));
        assertThat(tove.standing(ticket)).isZero();
        tove.end(ticket, check).ok();
        assertThat(app.recorded(ticket, "check-unanswered")).isTrue();
    }

    @Test
    void withAWrongCredentialNobodyIsCalled() {
        describe("voice", described("another-password")).ok();
        tove.begin(ticket, "voice");
        ends("check-unanswered");
        assertThat(tove.page(ticket).toString()).contains("refuses, with status 401");
    }

    @Test
    void nothingIsOfferedWithoutPointsOrWithoutADescription() {
        describe("a-bank", described()).ok();
        assertThat(tove.offer(ticket, "a-bank")).isEmpty();
        maren.delete("/api/outside-services/a-bank").ok();
        assertThat(tove.offer(ticket, "voice")).isPresent();
        maren.delete("/api/outside-services/voice").ok();
        assertThat(tove.offer(ticket, "voice")).isEmpty();
        assertThat(maren.delete("/api/outside-services/voice").status()).isEqualTo(404);
    }

    @Test
    void anotherStewardAgreesBeforeItIsAsked() {
        String login = "steward." + UUID.randomUUID().toString().substring(0, 8);
        app.bean(Analysts.class)
                .admit(
                        List.of(new Analysts.Newcomer(login, login, Set.of(Role.STEWARD), null)),
                        PASSWORD);
        try {
            describe("voice", described()).ok();
            assertThat(tove.offer(ticket, "voice")).as("nobody agreed yet").isEmpty();
            JsonNode seen = maren.get("/api/outside-services").ok().get(0);
            assertThat(seen.get("agreed").asBoolean()).isFalse();
            assertThat(agree(maren, seen).problem()).isEqualTo("needs-second-person");
            Http second = app.httpFromElsewhere();
            app.signIn(second, login, PASSWORD).ok();
            second.get("/api/session");
            describe("voice", described()).ok();
            assertThat(agree(second, seen).problem()).as("of before").isEqualTo("decided");
            agree(second, second.get("/api/outside-services").ok().get(0)).ok();
            assertThat(tove.offer(ticket, "voice")).isPresent();
        } finally {
            app.database()
                    .sql("update analyst set ended_at = utc_timestamp(6) where login = :l")
                    .param("l", login)
                    .update();
        }
    }

    private static Answer agree(Http by, JsonNode seen) {
        return by.post(
                "/api/outside-services/voice/agree",
                Map.of("description", seen.get("description").asString()));
    }

    @Test
    void aStewardTriesItStepByStepAndNothingCounts() {
        String path = "/api/outside-services/voice/try";
        assertThat(maren.post(path, Map.of()).status()).as("no telephone").isEqualTo(422);
        String number = app.knows(account).get("mobile").asString();
        assertThat(maren.post(path, Map.of("number", number)).ok().toString())
                .contains("It took the question", "which means: not yet");
        app.outside().voice("down");
        assertThat(maren.post(path, Map.of("number", number)).ok().get(0).get("went").asBoolean())
                .isFalse();
        assertThat(tove.api().post(path, Map.of("number", number)).problem()).isEqualTo("no-right");
    }

    @Test
    @SuppressWarnings("unchecked")
    void whereAMachinesHostGivesItsKeysAwayNothingIsAsked() {
        Map<String, Object> host = described();
        for (String part : List.of("ask", "look")) {
            Map<String, Object> request = (Map<String, Object>) host.get(part);
            request.put("scheme", "https");
            request.put(
                    "sample",
                    request.get("sample")
                            .toString()
                            .replaceAll("Host: .*", "Host: 169.254.169.254"));
        }
        describe("voice", host).ok();
        String number = app.knows(account).get("mobile").asString();
        assertThat(
                        maren.post("/api/outside-services/voice/try", Map.of("number", number))
                                .ok()
                                .toString())
                .contains("is where a machine's host answers");
        tove.begin(ticket, "voice");
        ends("check-unanswered");
    }

    @Test
    @SuppressWarnings("unchecked")
    void whatIsWrongIsNamedAndTheCredentialIsGivenToNobody() {
        assertThat(describe("badge", described()).problem()).isEqualTo("built-in");
        assertThat(describe("Voice!", described()).status()).isEqualTo(422);
        Map<String, Object> outside = described();
        Map<String, Object> ask = (Map<String, Object>) outside.get("ask");
        ask.put("sample", ask.get("sample").toString().replaceAll("Host: .*", "Host: far.example"));
        assertThat(describe("voice", outside).text()).contains("over https only");
        Map<String, Object> twice = described();
        twice.put("no", List.of("same"));
        assertThat(describe("voice", twice).text()).contains("one thing only");
        Map<String, Object> unmarked = described();
        ((Map<String, Object>) unmarked.get("ask")).put("marks", Map.of("number", "+447700900199"));
        assertThat(describe("voice", unmarked).text()).contains("ask: ");
        String secret = app.ground().secret("lantern-secret").strip();
        String basic = Base64.getEncoder().encodeToString(("earnest:" + secret).getBytes());
        assertThat(maren.get("/api/outside-services").ok().toString())
                .contains("\"hasPassword\":true", "/voice/checks", "•••")
                .doesNotContain(secret, basic);
        assertThat(
                        app.database()
                                .sql("select concat(ask, look, answers) from outside_service")
                                .query(String.class)
                                .list())
                .allSatisfy(text -> assertThat(text).doesNotContain(secret, basic));
        assertThat(tove.api().get("/api/outside-services").status()).isEqualTo(403);
        assertThat(tove.api().put("/api/outside-services/voice", described()).status())
                .isEqualTo(403);
    }
}
