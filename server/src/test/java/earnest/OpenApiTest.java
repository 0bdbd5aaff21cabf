package earnest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import earnest.testkit.Answer;
import earnest.testkit.Http;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The description of the API: the one committed, whole; {@link ApiExamplesTest} sends it. */
@ExtendWith(App.Running.class)
class OpenApiTest {
    private static final String SOMETHING = "0199c0de-0000-7000-8000-000000000001";
    private static final Pattern THROWN =
            Pattern.compile("new (?:Problem|NotAllowed)\\(\\s*(\\d{3}),\\s*\"([a-z-]+)\"");

    /** What the line and the machine are answered stands in no description for people. */
    private static final Set<String> NOT_FOR_PEOPLE = Set.of("401 line-token", "409 steward-there");

    private final App app;
    private final JsonNode now;

    OpenApiTest(App app) {
        this.app = app;
        this.now = app.description();
    }

    private record Call(String method, String path, JsonNode operation) {}

    private Stream<Call> calls() {
        return now.get("paths").properties().stream()
                .flatMap(
                        path ->
                                path.getValue().properties().stream()
                                        .map(
                                                one ->
                                                        new Call(
                                                                one.getKey()
                                                                        .toUpperCase(Locale.ROOT),
                                                                path.getKey(),
                                                                one.getValue())));
    }

    @Test
    void theCommittedDescriptionIsTrue() throws IOException {
        // Its calls are described as well.
        app.needs("chat");
        Path committed = app.ground().checkout().resolve("web/src/api/openapi.json");
        if (Boolean.getBoolean("earnest.api.write")) {
            Files.writeString(
                    committed,
                    JsonMapper.shared().writerWithDefaultPrettyPrinter().writeValueAsString(now)
                            + "\n");
        }
        assertEquals(
                JsonMapper.shared().readTree(Files.readString(committed)),
                now,
                "the API changed: run ./earnest api and look at the difference");
    }

    @Test
    void theServerGivesTheCommittedDescription() throws IOException {
        Path committed = app.ground().checkout().resolve("web/src/api/openapi.json");
        assertEquals(
                JsonMapper.shared().readTree(Files.readString(committed)),
                app.http().get("/api/openapi.json").ok());
    }

    @Test
    void everyCallHasANameASentenceItsProblemsAndAnExampleOfWhatItTakes() {
        Set<String> names = new HashSet<>();
        calls().forEach(
                        call -> {
                            JsonNode operation = call.operation();
                            String name = operation.get("operationId").asString();
                            assertThat(names.add(name)).as(name).isTrue();
                            assertThat(operation.path("summary").asString(""))
                                    .as(call.method() + " " + call.path())
                                    .endsWith(".");
                            assertThat(problems(operation)).as(name).isNotEmpty();
                            assertAnswersAndQuestionsHaveExamples(name, operation);
                            if (operation.has("requestBody")) {
                                assertThat(
                                                operation
                                                        .at(
                                                                "/requestBody/content/application~1json/example")
                                                        .isObject())
                                        .as(name)
                                        .isTrue();
                                assertThat(operation.get("responses").has("422")).as(name).isTrue();
                            }
                        });
        assertThat(names).hasSizeGreaterThan(50);
    }

    private static String name(Call call) {
        return call.operation().get("operationId").asString();
    }

    /** {@link ApiExamplesTest} sends them as those who have it. */
    @Test
    void everyExampleIsRefusedToWhoHasNotTheRight() {
        Http auditor = app.desk("elif.hartono").api();
        Http analyst = app.desk("tove.rask").api();
        calls().filter(call -> call.operation().has("requestBody"))
                // Anybody may say who they are, or begin to write.
                .filter(
                        call ->
                                !Set.of("ownPuzzle", "beginOwnPage", "beginChat")
                                        .contains(name(call)))
                .forEach(
                        call -> {
                            boolean ofTheRecord = call.path().startsWith("/api/record");
                            Answer answer =
                                    (isOpen(call) ? fromOutside() : ofTheRecord ? analyst : auditor)
                                            .send(
                                                    call.method(),
                                                    call.path().replaceAll("\\{[a-z]+}", SOMETHING),
                                                    call.operation()
                                                            .at(
                                                                    "/requestBody/content/application~1json/example")
                                                            .toString());
                            assertThat(answer.status())
                                    .as(call.path() + " " + answer.text())
                                    .isIn(401, 403, 404);
                            assertThat(problems(call.operation()))
                                    .as(call.path())
                                    .contains(answer.status() + " " + answer.problem());
                        });
    }

    private static boolean isOpen(Call call) {
        return Set.of("/api/session", "/api/welcome").contains(call.path());
    }

    private Http fromOutside() {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        return http;
    }

    private static void assertAnswersAndQuestionsHaveExamples(String name, JsonNode operation) {
        for (Map.Entry<String, JsonNode> answer : operation.get("responses").properties()) {
            JsonNode json = answer.getValue().at("/content/application~1json");
            if (!json.isMissingNode() && !json.at("/schema/type").asString("").equals("string")) {
                assertThat(json.has("example")).as(name + " answers").isTrue();
            }
        }
        for (JsonNode parameter : operation.path("parameters")) {
            assertThat(parameter.has("example") && parameter.has("description"))
                    .as(name + " asks with " + parameter.get("name"))
                    .isTrue();
        }
    }

    private static Set<String> problems(JsonNode operation) {
        Set<String> problems = new TreeSet<>();
        for (Map.Entry<String, JsonNode> answer : operation.get("responses").properties()) {
            if (answer.getKey().compareTo("400") >= 0) {
                for (String type : answer.getValue().get("description").asString().split(", ")) {
                    problems.add(answer.getKey() + " " + type);
                }
            }
        }
        return problems;
    }

    /** In both directions: what the code refuses with is described, and the other way round. */
    @Test
    void theProblemsDescribedAreThoseThatTheServerHas() throws IOException {
        Set<String> described = new TreeSet<>();
        calls().forEach(call -> described.addAll(problems(call.operation())));
        Set<String> thrown = thrown();
        thrown.removeAll(NOT_FOR_PEOPLE);
        assertThat(described).containsAll(thrown);
        described.removeAll(thrown);
        // Of the edge, which refuses without that class.
        described.removeAll(
                Set.of(
                        "400 unreadable",
                        "401 signed-out",
                        "403 not-from-this-page",
                        "500 internal",
                        "503 database"));
        assertThat(described).isEmpty();
    }

    private Set<String> thrown() throws IOException {
        Set<String> thrown = new TreeSet<>();
        try (Stream<Path> files =
                Files.walk(app.ground().checkout().resolve("server/src/main/java"))) {
            files.filter(file -> file.toString().endsWith(".java"))
                    .forEach(
                            file -> {
                                Matcher problem = THROWN.matcher(read(file));
                                while (problem.find()) {
                                    thrown.add(problem.group(1) + " " + problem.group(2));
                                }
                            });
        }
        return thrown;
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
