package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Http;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** Whatever a stranger sends gets a clear answer, and no line is forged with it. */
@ExtendWith(App.Running.class)
class EdgeAttacksTest {
    @Test
    void onlyJsonIsTaken(App app) {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        for (String type :
                new String[] {
                    "application/yaml",
                    "text/yaml",
                    "application/xml",
                    "text/plain",
                    "tea",
                    "application/json;charset=utf-16"
                }) {
            Answer answer =
                    http.with("Content-Type", type)
                            .send("POST", "/api/session", "login: tove.rask\npassword: x\n");
            assertThat(answer.status()).as(type).isEqualTo(415);
            assertThat(answer.problem()).isEqualTo("not-json");
        }
    }

    @Test
    void aWrongBodySaysWhichFieldAndWhatWasExpected(App app) {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        said(http, "{\"login\":\"a\",\"login\":\"b\",\"password\":\"x\"}", "stands twice");
        said(http, "{\"login\":7,\"password\":\"x\"}", "'login'", "a text");
        said(http, "{\"name\":\"x\"}", "no field 'name'", "login, passkey, password");
        said(http, "{\"login\":", "not JSON", "line 1");
        said(http, "[]", "an object");
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        Answer answer =
                tove.api()
                        .send(
                                "POST",
                                "/api/tickets/" + ticket + "/claim",
                                "{\"person\":\"tea\",\"version\":1}");
        assertThat(answer.body().get("detail").asString())
                .contains("'person'")
                .contains("an id")
                .contains("/api/openapi.json")
                .doesNotContain("tea");
    }

    private static void said(Http http, String body, String... words) {
        Answer answer = http.send("POST", "/api/session", body);
        assertThat(answer.status()).as(body).isEqualTo(400);
        assertThat(answer.body().get("detail").asString())
                .contains(words)
                .contains("described at /api/openapi.json");
    }

    @Test
    void oddAddressesAreNoFaultOfTheServer(App app) {
        Desk elif = app.desk("elif.hartono");
        for (String path :
                new String[] {
                    "/api/people?find=%ff",
                    "/api/people?find=%ed%a0%80",
                    "/api/people?find=a%00b",
                    "/api/people?find=a%1bb",
                    "/api/record?since=%2B1000000000-01-01T00:00:00Z",
                    "/api/record?since=-0001-01-01T00:00:00Z",
                    "/api/record?until=yesterday",
                    "/api/record?ticket=99999999999999999999",
                    "/api/record/export?from=-1",
                    "/api/record/export?to=9223372036854775807",
                    "/api/tickets/%0a",
                    "/api/record;x=y"
                }) {
            Answer answer = elif.api().get(path);
            assertThat(answer.status()).as(path).isBetween(400, 499);
            assertThat(answer.body().path("detail").asString("")).as(path).isNotEmpty();
        }
    }

    @Test
    void whatCannotBeAnsweredAsAskedIs406(App app) {
        Http http = app.httpFromElsewhere().with("Accept", "image/png");
        assertThat(http.get("/api/session").status()).isIn(204, 406);
        assertThat(http.get("/api/health").status()).isEqualTo(406);
        assertThat(http.get("/api/demo").problem()).isEqualTo("not-acceptable");
    }

    @Test
    void everyAnswerCarriesTheSecurityHeaders(App app) throws Exception {
        String url = app.ground().serverUrl();
        HttpClient client = HttpClient.newHttpClient();
        for (HttpRequest request :
                new HttpRequest[] {
                    HttpRequest.newBuilder(URI.create(url + "/api/session"))
                            .header("Content-Type", "application/json")
                            .POST(HttpRequest.BodyPublishers.ofString("x".repeat(100_000)))
                            .build(),
                    HttpRequest.newBuilder(URI.create(url + "/api/people?find=%ff")).build(),
                    HttpRequest.newBuilder(URI.create(url + "/api/desk")).build(),
                    HttpRequest.newBuilder(URI.create(url + "/api/desk;a=b")).build(),
                    HttpRequest.newBuilder(URI.create(url + "/nothing.here")).build(),
                    HttpRequest.newBuilder(URI.create(url + "/error")).build(),
                    // What the web server itself refuses.
                    HttpRequest.newBuilder(URI.create(url + "/api%2fdesk")).build(),
                    HttpRequest.newBuilder(URI.create(url + "/api/tickets/%00")).build(),
                    HttpRequest.newBuilder(URI.create(url + "/api/desk"))
                            .header("X-Large", "x".repeat(20_000))
                            .build(),
                    HttpRequest.newBuilder(URI.create(url + "/api/desk"))
                            .method("TRACE", HttpRequest.BodyPublishers.noBody())
                            .build(),
                    HttpRequest.newBuilder(URI.create(url + "/index.html"))
                            .header("Range", "bytes=99999999-")
                            .build()
                }) {
            HttpResponse<String> answer =
                    client.send(request, HttpResponse.BodyHandlers.ofString());
            assertThat(answer.statusCode()).as(request.toString()).isBetween(400, 499);
            assertThat(answer.headers().firstValue("Content-Security-Policy"))
                    .as(request.toString())
                    .isPresent();
            assertThat(answer.headers().firstValue("X-Content-Type-Options"))
                    .as(request.toString())
                    .contains("nosniff");
            assertThat(answer.headers().firstValue("Content-Type").orElse(""))
                    .as(request.toString())
                    .startsWith("application/problem+json");
            assertThat(answer.body()).doesNotContainIgnoringCase("tomcat");
        }
    }

    @Test
    void aBodyThatGoesOnBeyondTheLimitAndOneThatIsNotUtf8AreRefusedAsSuch(App app)
            throws Exception {
        String cookie =
                HttpClient.newHttpClient()
                        .send(
                                HttpRequest.newBuilder(
                                                URI.create(
                                                        app.ground().serverUrl() + "/api/session"))
                                        .build(),
                                HttpResponse.BodyHandlers.discarding())
                        .headers()
                        .firstValue("Set-Cookie")
                        .orElseThrow();
        String token = cookie.substring(cookie.indexOf('=') + 1, cookie.indexOf(';'));
        for (var sent :
                Map.of(
                                413,
                                HttpRequest.BodyPublishers.fromPublisher(
                                        HttpRequest.BodyPublishers.ofString(" ".repeat(200_000))),
                                400,
                                HttpRequest.BodyPublishers.ofString(
                                        "{\"login\":\"a\",\"password\":\"b\"}",
                                        StandardCharsets.UTF_16BE))
                        .entrySet()) {
            HttpResponse<String> answer =
                    HttpClient.newHttpClient()
                            .send(
                                    HttpRequest.newBuilder(
                                                    URI.create(
                                                            app.ground().serverUrl()
                                                                    + "/api/session"))
                                            .version(HttpClient.Version.HTTP_1_1)
                                            .header("Content-Type", "application/json")
                                            .header("Cookie", "XSRF-TOKEN=" + token)
                                            .header("X-XSRF-TOKEN", token)
                                            .POST(sent.getValue())
                                            .build(),
                                    HttpResponse.BodyHandlers.ofString());
            assertThat(answer.statusCode()).as(answer.body()).isEqualTo(sent.getKey());
        }
    }
}
