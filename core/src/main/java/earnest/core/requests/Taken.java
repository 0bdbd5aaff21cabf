package earnest.core.requests;

import earnest.core.json.BadField;
import earnest.core.json.BadJson;
import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How an answer is told that says the request was taken.
 *
 * @param status of the answer
 * @param where JSON pointer (RFC 6901) of a field that must have a value; or null
 * @param is that value
 * @param reference JSON pointer of the service's own reference, which must be there; or null
 * @param begins with what a text that is no JSON begins; or null
 */
public record Taken(
        int status,
        @Nullable String where,
        @Nullable String is,
        @Nullable String reference,
        @Nullable String begins) {
    private static final int OK = 200;
    private static final Pattern STATUS_LINE =
            Pattern.compile("(?s)HTTP/[0-9.]+ +([0-9]{3})[^\\n]*\\n(.*)");
    private static final Pattern STATE =
            Pattern.compile("(?i)(?:.*[_-])?(?:status|state|result|success|ok|code|error)");
    private static final Pattern REFERENCE =
            Pattern.compile(
                    "(?i)(?:message|msg|request|sms)?[_-]?(?:id|sid|uuid|guid|ref|reference|handle)");
    private static final Pattern WORD = Pattern.compile("[A-Za-z]+");

    /**
     * From a sample of a good answer: raw HTTP, or its body alone.
     *
     * @throws BadField if its status is none of a good answer
     */
    static Taken learn(String given) {
        String text = given.stripLeading();
        int status = OK;
        String body = text;
        Matcher line = STATUS_LINE.matcher(text);
        if (line.matches()) {
            status = Integer.parseInt(line.group(1));
            if (status < OK || status > 299) {
                throw new BadField("--answer", "is no good answer: its status is " + status);
            }
            String[] parts = line.group(2).split("(?:^|\r?\n)\r?\n", 2);
            body = parts.length == 2 ? parts[1] : "";
        }
        Object json;
        try {
            json = Json.read(body.strip());
        } catch (BadJson noJson) {
            Matcher word = WORD.matcher(body.strip());
            return new Taken(status, null, null, null, word.lookingAt() ? word.group() : null);
        }
        Found state = find(json, "", STATE, true);
        Found reference = find(json, "", REFERENCE, false);
        return new Taken(
                status,
                state == null ? null : state.pointer,
                state == null ? null : state.value,
                reference == null ? null : reference.pointer,
                null);
    }

    private record Found(String pointer, String value) {}

    /** The first field of such a name with a plain value, outer ones first. */
    private static @Nullable Found find(
            Object value, String pointer, Pattern name, boolean truthToo) {
        Map<String, Object> object = Json.object(value);
        if (object != null) {
            for (Map.Entry<String, Object> field : object.entrySet()) {
                Object plain = field.getValue();
                boolean fits =
                        plain instanceof String
                                || plain instanceof Long
                                || truthToo && plain instanceof Boolean;
                if (fits && name.matcher(field.getKey()).matches()) {
                    return new Found(pointer + step(field.getKey()), plain.toString());
                }
            }
            for (Map.Entry<String, Object> field : object.entrySet()) {
                Found inner =
                        find(field.getValue(), pointer + step(field.getKey()), name, truthToo);
                if (inner != null) {
                    return inner;
                }
            }
        }
        List<Object> list = Json.list(value);
        return list == null || list.isEmpty()
                ? null
                : find(list.getFirst(), pointer + "/0", name, truthToo);
    }

    private static String step(String name) {
        return "/" + name.replace("~", "~0").replace("/", "~1");
    }

    Map<String, Object> fields() {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("status", status);
        put(fields, "where", where);
        put(fields, "is", is);
        put(fields, "reference", reference);
        put(fields, "begins", begins);
        return fields;
    }

    private static void put(Map<String, Object> fields, String name, @Nullable String value) {
        if (value != null) {
            fields.put(name, value);
        }
    }

    static @Nullable Taken read(@Nullable Object value) {
        if (value == null) {
            return null;
        }
        Map<String, Object> fields = Json.object(value);
        if (fields == null || !(fields.get("status") instanceof Long status)) {
            throw new BadField("taken", "must be an object with a status");
        }
        DescriptionReader.only(
                "taken", fields, Set.of("status", "where", "is", "reference", "begins"));
        return new Taken(
                status.intValue(),
                text(fields, "where"),
                text(fields, "is"),
                text(fields, "reference"),
                text(fields, "begins"));
    }

    private static @Nullable String text(Map<String, Object> fields, String name) {
        Object value = fields.get(name);
        return value == null ? null : DescriptionReader.text("taken." + name, value);
    }
}
