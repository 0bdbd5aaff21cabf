package earnest.checks;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;

import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;

/** The schema of rulebook files says what the reader of them says. */
class RulebookSchemaTest {
    private static final ObjectMapper JSON = new ObjectMapper();

    private static JsonSchema schema() throws IOException {
        try (InputStream file =
                RulebookSchemaTest.class.getResourceAsStream("/rulebooks/rulebook.schema.json")) {
            return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                    .getSchema(JSON.readTree(file));
        }
    }

    private static boolean read(JsonNode file) {
        try {
            Rulebooks.parse(file.toString());
            return true;
        } catch (IllegalArgumentException wrong) {
            return false;
        }
    }

    @Test
    void thoseThatShipFit() throws IOException {
        for (Map.Entry<String, String> one : Rulebooks.shipped().entrySet()) {
            assertThat(schema().validate(JSON.readTree(one.getValue()))).as(one.getKey()).isEmpty();
        }
    }

    @Test
    void whatOneRefusesTheOtherDoes() throws IOException {
        Map<String, Consumer<ObjectNode>> changes = new LinkedHashMap<>();
        changes.put("another field", file -> file.put("more", 1));
        changes.put("no signals", file -> file.remove("signals"));
        changes.put("no caps", file -> file.remove("caps"));
        changes.put("half a point", file -> rule(file).put("points", 2.5));
        changes.put("a point too few", file -> rule(file).put("points", -1));
        changes.put("points in words", file -> rule(file).put("points", "40"));
        changes.put("another factor", file -> badge(file).put("factor", "luck"));
        changes.put("a failure that adds", file -> badge(file).put("failed", 3));
        changes.put("another part of a method", file -> badge(file).put("colour", "red"));
        changes.put("no seconds", file -> badge(file).remove("wait"));
        changes.put("a list for a list", file -> rule(file).putArray("oneOf").add("has"));
        changes.put("another way", file -> rule(file).putArray("handover").add("pigeon"));
        changes.put("truth in words", file -> rule(file).put("secondPerson", "yes"));
        changes.put("another stop", file -> signals(file).put("gone", "halt"));
        changes.put("a signal that adds", file -> signals(file).put("gone", 2));
        changes.put("no group", file -> rule(file).remove("group"));
        changes.put("minutes below nothing", file -> file.put("validMinutes", -1));
        JsonSchema schema = schema();
        for (Map.Entry<String, Consumer<ObjectNode>> change : changes.entrySet()) {
            ObjectNode file =
                    (ObjectNode) JSON.readTree(Rulebooks.shipped().values().iterator().next());
            change.getValue().accept(file);
            assertThat(read(file)).as("the reader: " + change.getKey()).isFalse();
            assertThat(schema.validate(file)).as("the schema: " + change.getKey()).isNotEmpty();
        }
    }

    @Test
    void whatFewRulesSayFitsBoth() throws IOException {
        ObjectNode file =
                (ObjectNode) JSON.readTree(Rulebooks.shipped().values().iterator().next());
        file.put("name", "for the season");
        signals(file).put("pressed", "stop");
        rule(file)
                .put("channel", "call")
                .put("linkCode", true)
                .put("paths", 3)
                .put("instead", true);
        rule(file).putArray("handover").add("link").add("read-aloud");
        rule(file).putArray("factors").add("has");
        assertThat(read(file)).isTrue();
        assertThat(schema().validate(file)).isEmpty();
    }

    private static ObjectNode rule(ObjectNode file) {
        return (ObjectNode) file.get("rules").get(0);
    }

    private static ObjectNode badge(ObjectNode file) {
        return (ObjectNode) file.get("checks").get("badge");
    }

    private static ObjectNode signals(ObjectNode file) {
        return (ObjectNode) file.get("signals");
    }
}
