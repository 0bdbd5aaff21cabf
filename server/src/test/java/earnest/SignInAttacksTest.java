package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariDataSource;

import earnest.access.Analysts;
import earnest.access.Role;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;

/** Guessing at sign-in gets nowhere, and keeps nobody out. */
@ExtendWith(App.Running.class)
class SignInAttacksTest {
    private static final String PASSWORD = "a long enough password";

    @BeforeAll
    static void analysts(App app) {
        admit(app, "attacked.slow", Role.ANALYST);
        admit(app, "attacked.known", Role.ANALYST);
        admit(app, "attacked.weak", Role.ANALYST);
        admit(app, "attacked.open", Role.ANALYST);
        admit(app, "attacked.released", Role.ANALYST);
        admit(app, "attack.lead", Role.LEAD);
    }

    private static void admit(App app, String login, Role role) {
        app.bean(Analysts.class)
                .admit(List.of(new Analysts.Newcomer(login, login, Set.of(role), null)), PASSWORD);
    }

    private static List<Answer> atOnce(int times, Callable<Answer> attack) throws Exception {
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Answer>> begun = new ArrayList<>();
            for (int i = 0; i < times; i++) {
                begun.add(threads.submit(attack));
            }
            List<Answer> answers = new ArrayList<>();
            for (Future<Answer> one : begun) {
                answers.add(one.get());
            }
            return answers;
        }
    }

    /** As if more than fifty came within a day. */
    private static void afterVeryManyGuesses(App app, String login) {
        app.signIn(app.httpFromElsewhere(), login, "wrong");
        app.database()
                .sql(
                        "update guess_limit set tries = 60, next_turn = utc_timestamp(6) + interval"
                                + " 1 minute where bucket like 'name %'")
                .update();
    }

    @AfterEach
    void forgetGuesses(App app) {
        app.database().sql("delete from guess_limit where bucket like 'name %'").update();
    }

    private static long refusals(App app) {
        return app.database()
                .sql("select count(*) from entry where kind = 'sign-in-refused'")
                .query(Long.class)
                .single();
    }

    @Test
    void sixWrongTriesDoNotLockTheAnalystOut(App app) {
        Http attacker = app.httpFromElsewhere();
        for (int i = 0; i < 6; i++) {
            assertThat(app.signIn(attacker, "attacked.slow", "wrong").problem())
                    .isEqualTo("sign-in-refused");
        }
        long begun = System.nanoTime();
        app.signIn(app.httpFromElsewhere(), "attacked.slow", PASSWORD).ok();
        assertThat(System.nanoTime() - begun).as("it is slowed").isGreaterThan(1_000_000_000L);
    }

    @Test
    void aBrowserThatSignedInBeforeIsNotSlowedByGuessesFromElsewhere(App app) {
        Http browser = app.httpFromElsewhere();
        app.signIn(browser, "attacked.known", PASSWORD).ok();
        browser.delete("/api/session");
        afterVeryManyGuesses(app, "attacked.known");
        assertThat(app.signIn(app.httpFromElsewhere(), "attacked.known", PASSWORD).problem())
                .isEqualTo("slow-down");
        long begun = System.nanoTime();
        app.signIn(browser, "attacked.known", PASSWORD).ok();
        assertThat(System.nanoTime() - begun).isLessThan(2_000_000_000L);
    }

    @Test
    void aBurstGetsNoFurtherThanAQueue(App app) throws Exception {
        Http place = app.httpFromElsewhere();
        place.get("/api/session");
        long before = refusals(app);
        long begun = System.nanoTime();
        List<Answer> answers = atOnce(90, guess(place));
        // Where it takes longer, some wait too long for their turn: a busy machine, not a limit.
        boolean inTime = System.nanoTime() - begun < 5_000_000_000L;
        long hashed = answers.stream().filter(a -> a.status() == 401).count();
        assertThat(hashed).isBetween(inTime ? 55L : 2L, 62L);
        assertThat(answers).extracting(Answer::status).containsOnly(401, 429);
        assertThat(refusals(app) - before).isEqualTo(hashed);
    }

    /** Who guesses in a burst waits for the others of the burst, not the desk for all of them. */
    @Test
    void aBurstDoesNotTakeTheDesksConnections(App app) throws Exception {
        Http place = app.httpFromElsewhere();
        place.get("/api/session");
        place.post("/api/session", Map.of("login", "nobody.first", "password", "wrong"));
        Desk desk = app.desk("tove.rask");
        HikariDataSource pool = app.bean(HikariDataSource.class);
        FutureTask<List<Answer>> burst;
        // All wait for the row of their place, as a long burst does for a while.
        try (Connection held =
                DriverManager.getConnection(
                        pool.getJdbcUrl(), pool.getUsername(), pool.getPassword())) {
            held.setAutoCommit(false);
            try (Statement lock = held.createStatement()) {
                lock.execute("select * from guess_limit where bucket like 'place %' for update");
            }
            burst = new FutureTask<>(() -> atOnce(60, guess(place)));
            Thread.ofVirtual().start(burst);
            Eventually.waitFor(
                    "some to wait", () -> pool.getHikariPoolMXBean().getActiveConnections() >= 4);
            Thread.sleep(500);
            for (int i = 0; i < 5; i++) {
                assertThat(desk.api().get("/api/desk").status()).isEqualTo(200);
            }
            assertThat(pool.getHikariPoolMXBean().getThreadsAwaitingConnection()).isZero();
            held.rollback();
        }
        assertThat(burst.get()).hasSize(60);
    }

    private static Callable<Answer> guess(Http place) {
        return () ->
                place.post(
                        "/api/session",
                        Map.of("login", "nobody." + UUID.randomUUID(), "password", "wrong"));
    }

    @Test
    void anotherPlaceBehindTheProxyIsNotBlockedByIt(App app) throws Exception {
        Http place = app.httpFromElsewhere();
        place.get("/api/session");
        atOnce(70, guess(place));
        app.signIn(app.httpFromElsewhere(), "jonas.lie", app.ground().secret("demo-sign-in")).ok();
    }

    @Test
    void whatAnUntrustedPlaceSaysOfItselfIsNotBelieved(App app) throws Exception {
        // The proxy believes what stands last; what the client put before it is the client's word.
        Http liar = app.http().with("X-Forwarded-For", "203.0.113.9, 198.51.100.250");
        liar.get("/api/session");
        Http again = app.http().with("X-Forwarded-For", "203.0.113.77, 198.51.100.250");
        // However long the tries take on a busy machine, none of them leaks out.
        try (App.Later _ = app.still()) {
            atOnce(70, guess(liar));
            assertThat(app.signIn(again, "nobody", "wrong").problem()).isEqualTo("slow-down");
        }
    }

    @Test
    void aLeadReleasesANameAndNobodyElseDoes(App app) {
        afterVeryManyGuesses(app, "attacked.released");
        assertThat(app.signIn(app.httpFromElsewhere(), "attacked.released", PASSWORD).problem())
                .isEqualTo("slow-down");
        String id =
                app.database()
                        .sql("select id from analyst where login = 'attacked.released'")
                        .query(UUID.class)
                        .single()
                        .toString();
        Http analyst = app.httpFromElsewhere();
        app.signIn(analyst, "jonas.lie", app.ground().secret("demo-sign-in")).ok();
        assertThat(analyst.post("/api/analysts/" + id + "/release").problem())
                .isEqualTo("no-right");
        Http lead = app.httpFromElsewhere();
        app.signIn(lead, "attack.lead", PASSWORD).ok();
        lead.post("/api/analysts/" + id + "/release").ok();
        app.signIn(app.httpFromElsewhere(), "attacked.released", PASSWORD).ok();
    }

    @Test
    void halvesOfCharactersAreRefusedBeforeAnythingIsHashed(App app) {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        for (String login : new String[] {"\\ud800", "tove\\u0000", "a\\nb", "\\udc00x"}) {
            Answer answer =
                    http.send(
                            "POST",
                            "/api/session",
                            "{\"login\":\"" + login + "\",\"password\":\"wrong\"}");
            assertThat(answer.status()).as(login).isEqualTo(400);
            assertThat(answer.body().get("detail").asString()).contains("'login'");
        }
    }

    @Test
    void aPasswordTypedAsTheNameStandsNowhere(App app) {
        String canary = "canary-" + UUID.randomUUID();
        app.signIn(app.httpFromElsewhere(), canary, "wrong");
        for (String column :
                new String[] {
                    "entry.leaf", "entry_personal.value", "guess_limit.bucket", "analyst.login"
                }) {
            String[] parts = column.split("\\.");
            long found =
                    app.database()
                            .sql(
                                    "select count(*) from %s where instr(%s, :canary) > 0"
                                            .formatted(parts[0], parts[1]))
                            .param("canary", canary)
                            .query(Long.class)
                            .single();
            assertThat(found).as(column).isZero();
        }
    }

    @Test
    void aRefusedSignInDoesNotEndTheSessionThatWasOpen(App app) {
        Http http = app.httpFromElsewhere();
        app.signIn(http, "attacked.open", PASSWORD).ok();
        assertThat(app.signIn(http, "attacked.open", "wrong").status()).isEqualTo(401);
        http.get("/api/desk").ok();
    }

    @Test
    void aWeakHashIsMadeStrongerAtSignIn(App app) {
        app.database()
                .sql("update analyst set password_hash = :h where login = 'attacked.weak'")
                .param("h", new Argon2PasswordEncoder(16, 32, 1, 4096, 1).encode(PASSWORD))
                .update();
        app.signIn(app.httpFromElsewhere(), "attacked.weak", PASSWORD).ok();
        assertThat(
                        app.database()
                                .sql(
                                        "select password_hash from analyst where login ="
                                                + " 'attacked.weak'")
                                .query(String.class)
                                .single())
                .startsWith("$argon2id$v=19$m=19456,t=2,p=1$");
        app.signIn(app.httpFromElsewhere(), "attacked.weak", PASSWORD).ok();
    }

    @Test
    void thePagesTokenOfAnotherSessionOrAnInventedOneIsWorthNothing(App app) {
        Http mine = app.httpFromElsewhere();
        app.signIn(mine, "attacked.open", PASSWORD).ok();
        Http other = app.httpFromElsewhere();
        app.signIn(other, "jonas.lie", app.ground().secret("demo-sign-in")).ok();
        for (String token : List.of(other.cookie("XSRF-TOKEN"), "invented", "a.b")) {
            Http forged =
                    app.httpFromElsewhere()
                            .withCookie("earnest-session", mine.cookie("earnest-session"))
                            .withCookie("XSRF-TOKEN", token)
                            .with("X-XSRF-TOKEN", token);
            assertThat(forged.delete("/api/session").problem()).isEqualTo("not-from-this-page");
        }
        Http nobody = app.httpFromElsewhere().withCookie("XSRF-TOKEN", "invented.token");
        assertThat(
                        nobody.with("X-XSRF-TOKEN", "invented.token")
                                .post("/api/session", Map.of("login", "x", "password", "y"))
                                .problem())
                .isEqualTo("not-from-this-page");
        mine.get("/api/desk").ok();
    }

    @Test
    void aPageOfAnotherOriginIsRefusedEvenWithTheToken(App app) {
        Http mine = app.httpFromElsewhere();
        app.signIn(mine, "attacked.open", PASSWORD).ok();
        for (String origin : List.of("http://evil.example", "null", "http://localhost:1")) {
            assertThat(mine.with("Origin", origin).delete("/api/session").problem())
                    .isEqualTo("not-from-this-page");
        }
        mine.with("Origin", app.ground().serverUrl());
        assertThat(mine.with("Sec-Fetch-Site", "cross-site").delete("/api/session").problem())
                .isEqualTo("not-from-this-page");
        mine.with("Sec-Fetch-Site", "same-origin").delete("/api/session").ok();
    }
}
