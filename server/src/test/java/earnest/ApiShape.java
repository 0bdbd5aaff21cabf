package earnest;

import tools.jackson.databind.JsonNode;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Whether an answer has the shape that the description of the API gives it: all of it, no more. */
final class ApiShape {
    private final JsonNode schemas;
    private final List<String> wrong = new ArrayList<>();

    ApiShape(JsonNode description) {
        this.schemas = description.at("/components/schemas");
    }

    /** What does not fit, in words; empty if all does. */
    List<String> wrong(JsonNode value, JsonNode schema) {
        wrong.clear();
        look("answer", value, schema);
        return List.copyOf(wrong);
    }

    private void look(String where, JsonNode value, JsonNode schema) {
        if (schema.isEmpty()) {
            return; // whatever it is
        }
        if (schema.has("$ref")) {
            String ref = schema.get("$ref").asString();
            look(where, value, schemas.get(ref.substring(ref.lastIndexOf('/') + 1)));
            return;
        }
        switch (schema.path("type").asString("object")) {
            case "array" -> list(where, value, schema);
            case "object" -> object(where, value, schema);
            case "string" -> must(where, value.isString() && oneOf(value, schema), value);
            case "integer" -> must(where, value.isIntegralNumber(), value);
            case "number" -> must(where, value.isNumber(), value);
            case "boolean" -> must(where, value.isBoolean(), value);
            default -> must(where, false, value);
        }
    }

    private void list(String where, JsonNode value, JsonNode schema) {
        must(where, value.isArray(), value);
        for (int i = 0; i < value.size(); i++) {
            look(where + "[" + i + "]", value.get(i), schema.get("items"));
        }
    }

    private void object(String where, JsonNode value, JsonNode schema) {
        must(where, value.isObject(), value);
        for (JsonNode name : schema.path("required")) {
            must(where + "." + name.asString(), value.has(name.asString()), value);
        }
        JsonNode others = schema.path("additionalProperties");
        for (Map.Entry<String, JsonNode> field : value.properties()) {
            JsonNode described = schema.path("properties").path(field.getKey());
            if (!described.isMissingNode()) {
                look(where + "." + field.getKey(), field.getValue(), described);
            } else if (others.isObject()) {
                look(where + "." + field.getKey(), field.getValue(), others);
            } else {
                must(where + "." + field.getKey(), !schema.has("properties"), value);
            }
        }
    }

    private static boolean oneOf(JsonNode value, JsonNode schema) {
        if (!schema.has("enum")) {
            return true;
        }
        for (JsonNode word : schema.get("enum")) {
            if (word.equals(value)) {
                return true;
            }
        }
        return false;
    }

    private void must(String where, boolean fits, JsonNode value) {
        if (!fits) {
            wrong.add(where + ": " + value);
        }
    }
}
