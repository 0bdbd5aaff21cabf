package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.access.Analysts;
import earnest.access.Role;
import earnest.checks.methods.passkey.PasskeyOfTests;
import earnest.testkit.Answer;
import earnest.testkit.Http;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Whoever works with Earnest may sign in with a passkey beside their password. */
@ExtendWith(App.Running.class)
class StaffPasskeyTest {
    private static final String PASSWORD = "a long enough password";
    private static final String FACTORS = "/api/session/factors";

    private App app;
    private String login;
    private Http http;
    private PasskeyOfTests passkey;

    @BeforeEach
    void somebodyWhoWorksHere(App app) {
        this.app = app;
        login = "passkey." + UUID.randomUUID().toString().substring(0, 8);
        admit(login);
        http = browser();
        passkey = new PasskeyOfTests(app.ground().serverUrl());
    }

    private void admit(String name) {
        app.bean(Analysts.class)
                .admit(
                        List.of(new Analysts.Newcomer(name, name, Set.of(Role.ANALYST), null)),
                        PASSWORD);
    }

    private Http browser() {
        Http fresh = app.httpFromElsewhere();
        fresh.get("/api/session");
        return fresh;
    }

    private Answer bare(String path) {
        return http.post(path, Map.of("login", login, "password", PASSWORD));
    }

    private String asked(String path) {
        return bare(path).ok().get("options").asString();
    }

    private Answer with(String given) {
        return http.post(
                "/api/session", Map.of("login", login, "password", PASSWORD, "passkey", given));
    }

    private void signsInWithANewOne() {
        with(passkey.made(asked("/api/session/passkey/new"))).ok();
        http.get("/api/session");
    }

    private void signsOut() {
        http.delete("/api/session").ok();
        http.get("/api/session");
    }

    @Test
    void oneIsMadeAtTheFirstSignInAndAskedFromThenOn() {
        assertThat(bare("/api/session").problem()).isEqualTo("second-factor-missing");
        signsInWithANewOne();
        http.get("/api/desk").ok();
        signsOut();
        assertThat(bare("/api/session").problem()).isEqualTo("passkey-wanted");
        String asked = asked("/api/session/passkey");
        String given = passkey.used(asked);
        with(given).ok();
        http.get("/api/session");
        http.get("/api/desk").ok();
        signsOut();
        assertThat(with(given).problem()).as("used").isEqualTo("passkey-refused");
    }

    @Test
    void whatWasAskedForAnotherTimeOrByAnotherPageOrOfAnotherIsNothing() {
        signsInWithANewOne();
        signsOut();
        String first = asked("/api/session/passkey");
        String second = asked("/api/session/passkey");
        assertThat(with(passkey.used(first)).problem()).isEqualTo("passkey-refused");
        assertThat(with(passkey.askedBy("https://elsewhere.example").used(second)).problem())
                .isEqualTo("passkey-refused");
        PasskeyOfTests anothers = new PasskeyOfTests(app.ground().serverUrl());
        assertThat(with(anothers.used(second)).problem()).isEqualTo("passkey-refused");
        assertThat(with("{").problem()).isEqualTo("passkey-refused");
        passkey.sees = false;
        assertThat(with(passkey.used(second)).problem()).isEqualTo("passkey-refused");
        passkey.sees = true;
        try (App.Later _ = app.later(Duration.ofMinutes(3))) {
            assertThat(with(passkey.used(second)).problem())
                    .as("too late")
                    .isEqualTo("passkey-refused");
        }
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry e join analyst a on a.id ="
                                                + " e.actor_id where a.login = :l and e.kind ="
                                                + " 'staff-passkey-wrong'")
                                .param("l", login)
                                .query(Long.class)
                                .single())
                .isEqualTo(6);
    }

    @Test
    void wrongOnesHaveALimitAndRightOnesDoNotCountTowardsIt() {
        signsInWithANewOne();
        for (int i = 0; i < 12; i++) {
            signsOut();
            with(passkey.used(asked("/api/session/passkey"))).ok();
            http.get("/api/session");
        }
        signsOut();
        for (int i = 0; i < 10; i++) {
            assertThat(with("{}").problem()).isEqualTo("passkey-refused");
        }
        assertThat(with(passkey.used(asked("/api/session/passkey"))).problem())
                .isEqualTo("slow-down");
    }

    @Test
    void aPasswordAloneAddsNothingToWhatSomebodyHas() {
        signsInWithANewOne();
        signsOut();
        assertThat(bare("/api/session/passkey/new").problem()).isEqualTo("factor-there");
        assertThat(bare("/api/session/factor").problem()).isEqualTo("factor-there");
        login = "passkey.nobody.of.that.name";
        Answer nobody = bare("/api/session/passkey");
        assertThat(nobody.status()).isEqualTo(401);
        assertThat(nobody.problem()).isEqualTo("sign-in-refused");
    }

    @Test
    void oneIsAddedToAnAuthenticatorAndEitherOpens() {
        app.signIn(http, login, PASSWORD).ok();
        http.get("/api/session");
        try (App.Later _ = app.later(Duration.ofMinutes(11))) {
            assertThat(http.post(FACTORS + "/passkey").problem()).isEqualTo("prove-again");
            assertThat(http.post("/api/session/again/passkey").problem()).isEqualTo("no-passkey");
            http.post("/api/session/again", Map.of("code", app.ground().staff().code(login))).ok();
            String options = http.post(FACTORS + "/passkey").ok().get("options").asString();
            assertThat(http.post(FACTORS, Map.of("passkey", "{}")).problem())
                    .isEqualTo("passkey-refused");
            http.post(FACTORS, Map.of("passkey", passkey.made(options))).ok();
        }
        assertThat(http.get(FACTORS).ok().findValuesAsString("kind"))
                .containsExactly("authenticator", "passkey");
        signsOut();
        assertThat(bare("/api/session").problem()).isEqualTo("code-or-passkey-wanted");
        with(passkey.used(asked("/api/session/passkey"))).ok();
        http.get("/api/session");
        try (App.Later _ = app.later(Duration.ofMinutes(11))) {
            assertThat(http.post(FACTORS + "/authenticator").problem()).isEqualTo("prove-again");
            String options = http.post("/api/session/again/passkey").ok().get("options").asString();
            http.post("/api/session/again", Map.of("passkey", passkey.used(options))).ok();
            assertThat(http.post(FACTORS + "/authenticator").problem()).isEqualTo("factor-there");
        }
    }

    @Test
    void theLastOneStaysAndAnothersIsNobodysToTake() {
        signsInWithANewOne();
        String only = http.get(FACTORS).ok().get(0).get("id").asString();
        assertThat(http.delete(FACTORS + "/" + only).problem()).isEqualTo("only-one");
        String key = http.post(FACTORS + "/authenticator").ok().get("key").asString();
        app.ground().staff().take(login, key);
        http.post(FACTORS, Map.of("code", app.ground().staff().code(login))).ok();

        Http another = browser();
        String name = login + ".b";
        admit(name);
        app.signIn(another, name, PASSWORD).ok();
        another.get("/api/session");
        assertThat(another.delete(FACTORS + "/" + only).status()).isEqualTo(404);

        http.delete(FACTORS + "/" + only).ok();
        signsOut();
        assertThat(bare("/api/session").problem()).isEqualTo("code-wanted");
        assertThat(bare("/api/session/passkey").problem()).isEqualTo("no-passkey");
    }
}
