package earnest.record;

import tools.jackson.databind.JsonNode;

import java.util.Arrays;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Puts an entry into words. */
final class EntryWords {
    private static final Pattern SLOT = Pattern.compile("\\{([a-zA-Z]+)(?::([^}]*))?}");
    private static final Map<String, EntryKind> KINDS =
            Arrays.stream(EntryKind.values()).collect(Collectors.toMap(EntryKind::id, k -> k));

    private EntryWords() {}

    static String of(String kind, JsonNode data, Map<String, String> personal) {
        EntryKind known = KINDS.get(kind);
        if (known == null) {
            return kind;
        }
        Matcher slots =
                SLOT.matcher(known.words().replace("{what}", data.path("what").asString("")));
        StringBuilder words = new StringBuilder();
        while (slots.find()) {
            String field = slots.group(1);
            String value = personal.get(field);
            if (value == null) {
                value = data.path(field).asString(slots.group(2) == null ? "" : slots.group(2));
            }
            slots.appendReplacement(words, Matcher.quoteReplacement(value));
        }
        return slots.appendTail(words).toString().replaceAll(" {2,}", " ").strip();
    }
}
