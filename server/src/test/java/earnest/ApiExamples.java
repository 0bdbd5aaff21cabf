package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Answer;
import earnest.testkit.Http;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Sends the examples of the API's description, with what exists only at the moment put in, and
 * holds the answers to what is described.
 */
final class ApiExamples {
    private static final int MOST_OF_A_LIST = 2;

    private record Call(String method, String path, JsonNode operation) {}

    private final Path answers;
    private final Map<String, Call> calls = new HashMap<>();
    private final Set<String> sent = new HashSet<>();
    private final ApiShape shape;

    ApiExamples(App app) {
        JsonNode description = app.description();
        shape = new ApiShape(description);
        answers = app.ground().checkout().resolve("server/src/test/resources/api/answers");
        for (Map.Entry<String, JsonNode> path : description.get("paths").properties()) {
            for (Map.Entry<String, JsonNode> one : path.getValue().properties()) {
                calls.put(
                        one.getValue().get("operationId").asString(),
                        new Call(
                                one.getKey().toUpperCase(Locale.ROOT),
                                path.getKey(),
                                one.getValue()));
            }
        }
    }

    /** Calls whose example was not sent. */
    Set<String> left() {
        Set<String> left = new HashSet<>(calls.keySet());
        left.removeAll(sent);
        return left;
    }

    /**
     * Sends an example and gives its answer.
     *
     * @param now what of the address and of the body exists at the moment only, by its name
     */
    JsonNode send(Http as, String id, Map<String, ?> now) {
        Call call = calls.get(id);
        Answer answer = as.send(call.method(), address(call, now), body(call, now));
        String status = answer.status() + "";
        assertThat(call.operation().get("responses").has(status) && status.startsWith("2"))
                .as("%s: %s %s", id, status, answer.text())
                .isTrue();
        JsonNode described = call.operation().at("/responses/" + status + "/content");
        if (described.has("application/json") && !isFile(described)) {
            JsonNode schema = described.at("/application~1json/schema");
            assertThat(shape.wrong(answer.body(), schema)).as(id).isEmpty();
            keep(id, answer.body(), schema, described.at("/application~1json/example"));
        }
        sent.add(id);
        return answer.body();
    }

    JsonNode send(Http as, String id) {
        return send(as, id, Map.of());
    }

    private static boolean isFile(JsonNode content) {
        return content.at("/application~1json/schema/type").asString("").equals("string");
    }

    private static String address(Call call, Map<String, ?> now) {
        String path = call.path();
        StringBuilder query = new StringBuilder();
        for (JsonNode parameter : call.operation().path("parameters")) {
            String name = parameter.get("name").asString();
            Object value =
                    now.containsKey(name) ? now.get(name) : parameter.get("example").asString();
            if (parameter.get("in").asString().equals("path")) {
                path = path.replace("{" + name + "}", value.toString());
            } else if (!value.toString().isEmpty()) {
                query.append(query.isEmpty() ? '?' : '&').append(name).append('=').append(value);
            }
        }
        return path + query;
    }

    private static String body(Call call, Map<String, ?> now) {
        if (!call.operation().has("requestBody")) {
            return "";
        }
        ObjectNode example =
                (ObjectNode)
                        call.operation()
                                .at("/requestBody/content/application~1json/example")
                                .deepCopy();
        for (String field : Set.copyOf(example.propertyNames())) {
            if (now.containsKey(field)) {
                example.set(field, JsonMapper.shared().valueToTree(now.get(field)));
            }
        }
        return example.toString();
    }

    /**
     * An example of an answer must fit; with {@code ./earnest api} one that does not is renewed.
     */
    private void keep(String id, JsonNode answer, JsonNode schema, JsonNode example) {
        boolean fits = !example.isMissingNode() && shape.wrong(example, schema).isEmpty();
        if (!fits && Boolean.getBoolean("earnest.api.write")) {
            try {
                Files.createDirectories(answers);
                Files.writeString(
                        answers.resolve(id + ".json"),
                        JsonMapper.shared()
                                        .writerWithDefaultPrettyPrinter()
                                        .writeValueAsString(shortened(answer.deepCopy()))
                                + "\n");
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            return;
        }
        assertThat(fits).as("run ./earnest api: the example of what %s answers", id).isTrue();
    }

    private static JsonNode shortened(JsonNode node) {
        if (node instanceof tools.jackson.databind.node.ArrayNode list) {
            while (list.size() > MOST_OF_A_LIST) {
                list.remove(list.size() - 1);
            }
        }
        node.forEach(ApiExamples::shortened);
        return node;
    }
}
