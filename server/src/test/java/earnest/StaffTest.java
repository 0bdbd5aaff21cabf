package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.access.SecondPersons;
import earnest.testkit.Answer;
import earnest.testkit.Http;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.StreamSupport;

/** Who works here: asked for, agreed to, welcomed and ended. */
@ExtendWith(App.Running.class)
class StaffTest {
    private static final String PASSWORD = "slow tide under the pier 7";
    private static final AtomicInteger NUMBER = new AtomicInteger();

    private final App app;
    private Http maren;

    StaffTest(App app) {
        this.app = app;
    }

    @BeforeEach
    void signIn() {
        maren = app.desk("maren.holt").api();
    }

    /** Those of one test are no second steward of the next. */
    @AfterEach
    void away() {
        app.database()
                .sql("update analyst set ended_at = now(6) where login like 'staff.%'")
                .update();
        app.database()
                .sql("update staff_change set state = 'REFUSED' where state = 'WAITING'")
                .update();
    }

    private static String login() {
        return "staff.n" + NUMBER.incrementAndGet();
    }

    private Answer invite(Http by, String login, String... roles) {
        return by.post(
                "/api/staff/invites",
                Map.of("login", login, "name", "Newcomer " + login, "roles", List.of(roles)));
    }

    private JsonNode member(String login) {
        return StreamSupport.stream(
                        maren.get("/api/staff").ok().get("members").spliterator(), false)
                .filter(m -> m.get("login").asString().equals(login))
                .findFirst()
                .orElseThrow();
    }

    private String id(String login) {
        return member(login).get("id").asString();
    }

    private String code(String login) {
        return maren.post("/api/staff/" + id(login) + "/invitation").ok().get("code").asString();
    }

    private Answer welcome(String login, String code, String password) {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        return http.post(
                "/api/welcome", Map.of("login", login, "code", code, "password", password));
    }

    private Answer signIn(Http http, String login) {
        return app.signIn(http, login, PASSWORD);
    }

    /** Taken on, welcomed and signed in. */
    private Http newcomer(String login, String... roles) {
        invite(maren, login, roles).ok();
        welcome(login, code(login), PASSWORD).ok();
        Http http = app.httpFromElsewhere();
        signIn(http, login).ok();
        http.get("/api/session");
        return http;
    }

    private boolean recorded(String kind, String data) {
        return app.database()
                        .sql("select count(*) from entry where kind = :k and leaf like :d")
                        .param("k", kind)
                        .param("d", "%" + data + "%")
                        .query(Long.class)
                        .single()
                > 0;
    }

    @Test
    void whoIsInvitedChoosesAPasswordOnceAndSignsIn() {
        String login = login();
        String change = invite(maren, login, "analyst").ok().get("change").asString();
        // There is one steward, whom nobody could agree with; that stands on the record.
        assertThat(recorded("staff-alone", change)).isTrue();
        assertThat(member(login).get("invited").asBoolean()).isTrue();
        String former = code(login);
        String code = code(login);

        assertThat(welcome(login, former, PASSWORD).problem()).isEqualTo("no-invitation");
        assertThat(welcome("staff.other", code, PASSWORD).problem()).isEqualTo("no-invitation");
        assertThat(welcome(login, code, "short").problem()).isEqualTo("rules-broken");
        welcome(login, code.toUpperCase(Locale.ROOT) + " ", PASSWORD).ok();
        assertThat(welcome(login, code, PASSWORD + " again").status()).isEqualTo(401);

        Http http = app.httpFromElsewhere();
        signIn(http, login).ok();
        http.get("/api/desk").ok();
        assertThat(maren.post("/api/staff/" + id(login) + "/invitation").problem())
                .isEqualTo("not-invited");
        assertThat(
                        app.database()
                                .sql("select count(*) from entry where leaf like :c")
                                .param("c", "%" + code + "%")
                                .query(Long.class)
                                .single())
                .isZero();
    }

    @Test
    void anInvitationIsTooOldAfterThreeDays() {
        String login = login();
        invite(maren, login, "analyst").ok();
        String code = code(login);
        try (App.Later _ = app.later(Duration.ofDays(3))) {
            assertThat(welcome(login, code, PASSWORD).problem()).isEqualTo("no-invitation");
        }
        assertThat(signIn(app.httpFromElsewhere(), login).status()).isEqualTo(401);
    }

    @Test
    void nobodySignsInBeforeTheyChoseAPassword() {
        String login = login();
        invite(maren, login, "analyst").ok();
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        for (String password : new String[] {"x", "null", PASSWORD}) {
            assertThat(
                            http.post("/api/session", Map.of("login", login, "password", password))
                                    .status())
                    .isEqualTo(401);
        }
    }

    @Test
    void aSecondStewardMustAgreeAndNotOneWhomTheFirstMade() {
        String second = login();
        Http made = newcomer(second, "steward");
        String wanted = login();
        String change = invite(maren, wanted, "analyst").ok().get("change").asString();
        String answer = "/api/staff/changes/" + change + "/answer";
        assertThat(maren.post(answer, Map.of("agreed", true)).problem())
                .isEqualTo("needs-second-person");
        assertThat(made.post(answer, Map.of("agreed", true)).problem())
                .isEqualTo("needs-second-person");
        assertThat(
                        StreamSupport.stream(
                                        maren.get("/api/staff").ok().get("members").spliterator(),
                                        false)
                                .map(m -> m.get("login").asString()))
                .doesNotContain(wanted);

        aMonthAgo(second);
        made.post(answer, Map.of("agreed", true)).ok();
        assertThat(made.post(answer, Map.of("agreed", true)).problem()).isEqualTo("decided");
        assertThat(member(wanted).get("invited").asBoolean()).isTrue();
        assertThat(recorded("staff-agreed", change)).isTrue();
    }

    private void aMonthAgo(String login) {
        app.database()
                .sql("update staff_hand set at = now(6) - interval 31 day where analyst_id = :a")
                .param("a", UUID.fromString(id(login)))
                .update();
    }

    @Test
    void whoMadeAnotherIsNoSecondPersonToThemForAMonthAnywhere() {
        String login = login();
        newcomer(login, "lead");
        UUID first = UUID.fromString(id("maren.holt"));
        UUID second = UUID.fromString(id(login));
        SecondPersons seconds = app.bean(SecondPersons.class);
        assertThat(seconds.mayAgree(first, second)).isFalse();
        assertThat(seconds.mayAgree(second, first)).isFalse();
        assertThat(seconds.mayAgree(second, second)).isFalse();
        aMonthAgo(login);
        assertThat(seconds.mayAgree(first, second)).isTrue();
    }

    @Test
    void aRefusedChangeChangesNothing() {
        Http second = newcomer(login(), "steward");
        String wanted = login();
        String change = invite(maren, wanted, "analyst").ok().get("change").asString();
        second.post("/api/staff/changes/" + change + "/answer", Map.of("agreed", false)).ok();
        assertThat(
                        second.post(
                                        "/api/staff/changes/" + change + "/answer",
                                        Map.of("agreed", true))
                                .status())
                .isIn(403, 409);
        assertThat(maren.get("/api/staff").ok().get("members").toString()).doesNotContain(wanted);
    }

    @Test
    void whoseWorkEndsIsSignedOutAtOnceAndStaysInTheBook() {
        String login = login();
        Http http = newcomer(login, "analyst");
        http.get("/api/desk").ok();
        maren.post("/api/staff/" + id(login) + "/end").ok();
        assertThat(http.get("/api/desk").status()).isEqualTo(401);
        assertThat(signIn(app.httpFromElsewhere(), login).status()).isEqualTo(401);
        assertThat(member(login).get("endedAt").isNull()).isFalse();
        assertThat(maren.post("/api/staff/" + id(login) + "/end").problem()).isEqualTo("ended");
        assertThat(invite(maren, login, "analyst").problem()).isEqualTo("login-taken");
    }

    @Test
    void rolesAreInForceWithTheNextQuestion() {
        String login = login();
        Http http = newcomer(login, "analyst");
        http.get("/api/desk").ok();
        maren.post("/api/staff/" + id(login) + "/roles", Map.of("roles", List.of("auditor"))).ok();
        http.get("/api/record").ok();
        assertThat(http.get("/api/desk").status()).isEqualTo(403);
    }

    @Test
    void theLastStewardStays() {
        String maren = id("maren.holt");
        assertThat(this.maren.post("/api/staff/" + maren + "/end").problem())
                .isEqualTo("last-steward");
        assertThat(
                        this.maren
                                .post(
                                        "/api/staff/" + maren + "/roles",
                                        Map.of("roles", List.of("analyst")))
                                .problem())
                .isEqualTo("last-steward");
    }

    @Test
    void nobodyButAStewardManagesWhoWorksHere() {
        for (String login : new String[] {"tove.rask", "ravi.anand", "elif.hartono"}) {
            Http http = app.desk(login).api();
            assertThat(http.get("/api/staff").problem()).as(login).isEqualTo("no-right");
            assertThat(invite(http, login(), "steward").problem()).isEqualTo("no-right");
        }
        assertThat(invite(maren, login(), "emperor").status()).isEqualTo(422);
    }

    @Test
    void onlyTheMachineMakesAStewardFromNothing() {
        String login = login();
        Map<String, Object> wanted = Map.of("login", login, "name", "First", "again", false);
        assertThat(machine("nothing like it", wanted).status()).isEqualTo(404);
        String token = app.ground().secret("machine-token");
        Answer there = machine(token, wanted);
        assertThat(there.problem()).isEqualTo("steward-there");
        assertThat(
                        app.httpFromElsewhere()
                                .with("Authorization", "Bearer " + token)
                                .post("/api/machine/stewards", wanted)
                                .status())
                .isEqualTo(404);
        String code =
                machine(token, Map.of("login", login, "name", "First", "again", true))
                        .ok()
                        .get("code")
                        .asString();
        assertThat(recorded("steward-made-on-machine", id(login))).isTrue();
        String lost = code;
        code =
                machine(token, Map.of("login", login, "name", "First", "again", true))
                        .ok()
                        .get("code")
                        .asString();
        assertThat(welcome(login, lost, PASSWORD).problem()).isEqualTo("no-invitation");
        assertThat(
                        machine(token, Map.of("login", "tove.rask", "name", "T", "again", true))
                                .problem())
                .isEqualTo("login-taken");
        welcome(login, code, PASSWORD).ok();
        signIn(app.httpFromElsewhere(), login).ok();
    }

    private Answer machine(String token, Map<String, Object> wanted) {
        return app.http()
                .with("Authorization", "Bearer " + token)
                .post("/api/machine/stewards", wanted);
    }

    @Test
    void codesAreNotGuessedFromOnePlace() {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        int status = 0;
        for (int i = 0; i < 40 && status != 429; i++) {
            status =
                    http.post(
                                    "/api/welcome",
                                    Map.of("login", "x", "code", "y" + i, "password", PASSWORD))
                            .status();
        }
        assertThat(status).isEqualTo(429);
    }
}
