package earnest.testkit;

import tools.jackson.databind.JsonNode;

/** What an HTTP call gave; the body is JSON, or missing. */
public record Answer(int status, JsonNode body, String text) {
    /** The stable end of a problem's type, or the empty text. */
    public String problem() {
        String type = body.path("type").asString("");
        return type.substring(type.lastIndexOf(':') + 1);
    }

    public JsonNode ok() {
        if (status >= 300) {
            throw new AssertionError(
                    "expected success, got " + status + ": " + text + Incidents.of(text));
        }
        return body;
    }
}
