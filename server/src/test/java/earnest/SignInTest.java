package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.access.Analysts;
import earnest.access.Role;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Http;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.List;
import java.util.Set;

/** Signing in, its limits, and what a session may do. */
@ExtendWith(App.Running.class)
class SignInTest {
    @Test
    void whoIsAdmittedAgainHasTheNewPassword(App app) {
        Analysts analysts = app.bean(Analysts.class);
        Analysts.Newcomer first =
                new Analysts.Newcomer("admitted.first", "First", Set.of(Role.ANALYST), null);
        Analysts.Newcomer second =
                new Analysts.Newcomer("admitted.second", "Second", Set.of(Role.AUDITOR), null);
        analysts.admit(List.of(first), "the old password of all");
        analysts.admit(List.of(first, second), "the new password of all");
        for (String login : new String[] {"admitted.first", "admitted.second"}) {
            assertThat(app.signIn(app.http(), login, "the old password of all").status())
                    .isEqualTo(401);
            app.signIn(app.http(), login, "the new password of all").ok();
        }
        String before = hashOf(app, "admitted.second");
        analysts.admit(List.of(first, second), "the new password of all");
        assertThat(hashOf(app, "admitted.second")).isEqualTo(before);
    }

    private static String hashOf(App app, String login) {
        return app.database()
                .sql("select password_hash from analyst where login = :l")
                .param("l", login)
                .query(String.class)
                .single();
    }

    @Test
    void anUnknownNameIsAnsweredAsAWrongPassword(App app) {
        Answer unknown = app.signIn(app.http(), "nobody.at.all", "some password");
        Answer wrong = app.signIn(app.http(), "jonas.lie", "some password");
        assertThat(unknown.status()).isEqualTo(wrong.status()).isEqualTo(401);
        assertThat(unknown.text()).isEqualTo(wrong.text());
        app.signIn(app.http(), "jonas.lie", app.ground().secret("demo-sign-in")).ok();
    }

    @Test
    void passwordsAreKeptAsArgon2id(App app) {
        assertThat(
                        app.database()
                                .sql("select password_hash from analyst where login = 'tove.rask'")
                                .query(String.class)
                                .single())
                .startsWith("$argon2id$");
    }

    @Test
    void whoIsNotSignedInGetsNothing(App app) {
        for (String path :
                new String[] {
                    "/api/desk",
                    "/api/people?find=ines",
                    "/api/record",
                    "/api/analysts",
                    "/api/live"
                }) {
            assertThat(app.http().get(path).status()).as(path).isEqualTo(401);
        }
    }

    @Test
    void aCallWithoutTheCsrfTokenIsRefused(App app) {
        Desk tove = app.desk("tove.rask");
        app.bell();
        String ticket = tove.ringing();
        tove.api().withoutCsrf();
        Answer refused = tove.api().post("/api/tickets/" + ticket + "/answer");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.problem()).isEqualTo("not-from-this-page");
    }

    /** What is sent while another answer is on its way would else carry a token that is gone. */
    @Test
    void onlySigningInChangesTheCsrfToken(App app) {
        Http http = app.http();
        http.get("/api/session");
        String before = http.cookie("XSRF-TOKEN");
        http.get("/api/session");
        assertThat(http.cookie("XSRF-TOKEN")).isEqualTo(before).isNotEmpty();
        app.signIn(http, "tove.rask", app.ground().secret("demo-sign-in")).ok();
        String after = http.cookie("XSRF-TOKEN");
        assertThat(after).isNotEqualTo(before).isNotEmpty();
        for (String path : new String[] {"/api/session", "/api/desk", "/api/analysts", "/"}) {
            http.get(path).ok();
            assertThat(http.cookie("XSRF-TOKEN")).as(path).isEqualTo(after);
        }
    }

    @Test
    void anAuditorReadsTheRecordAndDoesNothingElse(App app) {
        Desk elif = app.desk("elif.hartono");
        elif.api().get("/api/record").ok();
        assertThat(elif.api().get("/api/desk").problem()).isEqualTo("no-right");
        app.bell();
        String ticket = app.desk("tove.rask").ringing();
        Answer refused = elif.api().post("/api/tickets/" + ticket + "/answer");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.body().get("detail").asString()).contains("Ask a steward");
    }

    @Test
    void afterSigningOutTheSessionIsOver(App app) {
        Desk tove = app.desk("tove.rask");
        tove.api().delete("/api/session");
        assertThat(tove.api().get("/api/desk").status()).isEqualTo(401);
    }

    @Test
    void anIdleSessionAndAnOldOneAreOver(App app) {
        Desk idle = app.desk("jonas.lie");
        try (App.Later _ = app.later(Duration.ofMinutes(29))) {
            idle.api().get("/api/desk").ok();
        }
        try (App.Later _ = app.later(Duration.ofMinutes(59))) {
            assertThat(idle.api().get("/api/desk").problem()).isEqualTo("signed-out");
        }
        Desk busy = app.desk("jonas.lie");
        for (int minutes = 0; minutes < 12 * 60; minutes += 25) {
            try (App.Later _ = app.later(Duration.ofMinutes(minutes))) {
                busy.api().get("/api/desk").ok();
            }
        }
        try (App.Later _ = app.later(Duration.ofHours(12))) {
            assertThat(busy.api().get("/api/desk").problem()).isEqualTo("signed-out");
        }
    }

    @Test
    void theSessionCookieIsOutOfReachOfScriptsAndOtherSites(App app) throws Exception {
        var client = java.net.http.HttpClient.newHttpClient();
        String url = app.ground().serverUrl() + "/api/session";
        var first =
                client.send(
                        java.net.http.HttpRequest.newBuilder(java.net.URI.create(url)).build(),
                        java.net.http.HttpResponse.BodyHandlers.ofString());
        String csrf =
                first.headers()
                        .firstValue("Set-Cookie")
                        .orElseThrow()
                        .replaceAll("XSRF-TOKEN=([^;]*).*", "$1");
        var request =
                java.net.http.HttpRequest.newBuilder(java.net.URI.create(url))
                        .header("Content-Type", "application/json")
                        .header("Cookie", "XSRF-TOKEN=" + csrf)
                        .header("X-XSRF-TOKEN", csrf)
                        .POST(
                                java.net.http.HttpRequest.BodyPublishers.ofString(
                                        "{\"login\":\"tove.rask\",\"password\":\""
                                                + app.ground().secret("demo-sign-in")
                                                + "\",\"code\":\""
                                                + app.ground().staff().code("tove.rask")
                                                + "\"}"))
                        .build();
        var answer = client.send(request, java.net.http.HttpResponse.BodyHandlers.ofString());
        assertThat(answer.headers().allValues("Set-Cookie"))
                .anySatisfy(
                        c ->
                                assertThat(c)
                                        .startsWith("earnest-session=")
                                        .contains("HttpOnly")
                                        .contains("SameSite=Strict"));
    }
}
