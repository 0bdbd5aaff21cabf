package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.access.Analysts;
import earnest.access.Role;
import earnest.testkit.Answer;
import earnest.testkit.Http;
import earnest.testkit.StaffCodes;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Whoever works with Earnest signs in with two things, and shows one again before grave acts. */
@ExtendWith(App.Running.class)
class SecondFactorTest {
    private static final String PASSWORD = "a long enough password";

    private App app;
    private StaffCodes codes;
    private String login;
    private Http http;

    @BeforeEach
    void somebodyWhoWorksHere(App app) {
        this.app = app;
        codes = app.ground().staff();
        login = "factor." + UUID.randomUUID().toString().substring(0, 8);
        admit(login, Role.ANALYST);
        http = browser();
    }

    private void admit(String name, Role role) {
        app.bean(Analysts.class)
                .admit(List.of(new Analysts.Newcomer(name, name, Set.of(role), null)), PASSWORD);
    }

    private Http browser() {
        Http fresh = app.httpFromElsewhere();
        fresh.get("/api/session");
        return fresh;
    }

    private Answer bare(String path, String name, String password) {
        return http.post(path, Map.of("login", name, "password", password));
    }

    private Answer with(String code) {
        return http.post(
                "/api/session", Map.of("login", login, "password", PASSWORD, "code", code));
    }

    private void setUp() {
        app.signIn(http, login, PASSWORD).ok();
        http.delete("/api/session").ok();
        http.get("/api/session");
    }

    @Test
    void aPasswordAloneOpensNothing() {
        assertThat(bare("/api/session", login, PASSWORD).problem())
                .isEqualTo("second-factor-missing");
        setUp();
        assertThat(bare("/api/session", login, PASSWORD).problem()).isEqualTo("code-wanted");
        assertThat(http.get("/api/desk").status()).isEqualTo(401);
        with(codes.code(login)).ok();
        http.get("/api/desk").ok();
    }

    @Test
    void onlyWhoKnowsThePasswordIsToldOfACode() {
        Answer wrong = bare("/api/session", login, "another password of theirs");
        Answer nobody = bare("/api/session", "nobody.of.that.name", PASSWORD);
        assertThat(wrong.status()).isEqualTo(nobody.status()).isEqualTo(401);
        assertThat(wrong.text()).isEqualTo(nobody.text());
        Answer begun = bare("/api/session/factor", login, "another password of theirs");
        Answer begunByNobody = bare("/api/session/factor", "nobody.of.that.name", PASSWORD);
        assertThat(begun.status()).isEqualTo(401);
        assertThat(begun.problem()).isEqualTo("sign-in-refused");
        assertThat(begunByNobody.problem()).isEqualTo("sign-in-refused");
    }

    @Test
    void aCodeIsGoodOnceAndNotGuessed() {
        setUp();
        String code = codes.code(login);
        with(code).ok();
        assertThat(with(code).problem()).as("used").isEqualTo("code-refused");
        for (int i = 0; i < 9; i++) {
            assertThat(with("00000" + i).problem()).isEqualTo("code-refused");
        }
        assertThat(with("999999").problem()).isEqualTo("slow-down");
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry e join analyst a on a.id ="
                                                + " e.actor_id where a.login = :l and e.kind ="
                                                + " 'second-factor-wrong'")
                                .param("l", login)
                                .query(Long.class)
                                .single())
                .isGreaterThanOrEqualTo(10);
    }

    @Test
    void nobodyPutsAnotherOneInItsPlace() {
        setUp();
        assertThat(bare("/api/session/factor", login, PASSWORD).problem())
                .isEqualTo("factor-there");
        with(codes.code(login)).ok();
    }

    @Test
    void oneThatIsNotConfirmedDoesNotCountAndTheLatestIsTaken() {
        String first = bare("/api/session/factor", login, PASSWORD).ok().get("key").asString();
        String second = bare("/api/session/factor", login, PASSWORD).ok().get("key").asString();
        assertThat(first).isNotEqualTo(second).hasSize(32);
        assertThat(bare("/api/session", login, PASSWORD).problem())
                .isEqualTo("second-factor-missing");
        codes.take(login, first);
        assertThat(with(codes.code(login)).problem()).isEqualTo("code-refused");
        codes.take(login, second);
        with(codes.code(login)).ok();
    }

    @Test
    void graveActsAskForACodeOfLately() {
        String steward = login + ".s";
        admit(steward, Role.STEWARD);
        app.signIn(http, steward, PASSWORD).ok();
        http.get("/api/session");
        Map<String, Object> wanted =
                Map.of("login", login + ".new", "name", "N", "roles", List.of("analyst"));
        try (App.Later _ = app.later(Duration.ofMinutes(11))) {
            assertThat(http.post("/api/staff/invites", wanted).problem()).isEqualTo("prove-again");
            http.get("/api/staff").ok();
            assertThat(http.post("/api/session/again", Map.of("code", "000000")).problem())
                    .isEqualTo("code-refused");
            assertThat(http.post("/api/staff/invites", wanted).problem()).isEqualTo("prove-again");
            http.post("/api/session/again", Map.of("code", codes.code(steward))).ok();
            String change = http.post("/api/staff/invites", wanted).ok().get("change").asString();
            http.post("/api/staff/changes/" + change + "/answer", Map.of("agreed", false));
        }
        end(steward);
    }

    /** Other tests count stewards. */
    private void end(String steward) {
        app.database()
                .sql("update analyst set ended_at = utc_timestamp(6) where login = :l")
                .param("l", steward)
                .update();
    }

    @Test
    void oneThatIsLostIsTakenAwayByStewardsAndSetUpAnew() {
        app.signIn(http, login, PASSWORD).ok();
        http.get("/api/session");
        Http maren = app.desk("maren.holt").api();
        String id =
                app.database()
                        .sql("select id from analyst where login = :l")
                        .param("l", login)
                        .query(UUID.class)
                        .single()
                        .toString();
        assertThat(http.post("/api/staff/" + id + "/factor").problem()).isEqualTo("no-right");
        maren.post("/api/staff/" + id + "/factor").ok();
        assertThat(http.get("/api/desk").problem()).as("signed out").isEqualTo("signed-out");
        http = browser();
        assertThat(with(codes.code(login)).problem())
                .as("the lost one opens nothing")
                .isEqualTo("sign-in-refused");
        assertThat(bare("/api/session/factor", login, PASSWORD).problem())
                .as("nor does the password, which would set up another")
                .isEqualTo("sign-in-refused");
        String code = maren.post("/api/staff/" + id + "/invitation").ok().get("code").asString();
        http.post("/api/welcome", Map.of("login", login, "code", code, "password", PASSWORD)).ok();
        assertThat(bare("/api/session", login, PASSWORD).problem())
                .isEqualTo("second-factor-missing");
        String key = bare("/api/session/factor", login, PASSWORD).ok().get("key").asString();
        codes.take(login, key);
        with(codes.code(login)).ok();
    }
}
