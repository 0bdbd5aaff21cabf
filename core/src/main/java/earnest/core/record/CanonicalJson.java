package earnest.core.record;

import earnest.core.json.JsonText;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * JSON in the canonical form of RFC 8785, for what the record holds: maps with text keys, lists,
 * text, whole numbers that a double holds exactly, and booleans. Fractions are refused, so that the
 * number formatting of section 3.2.2.3 never matters.
 */
public final class CanonicalJson {
    private static final long LARGEST_EXACT = 1L << 53;

    private CanonicalJson() {}

    /**
     * Writes a value.
     *
     * @throws IllegalArgumentException for anything else than the types named above, numbers beyond
     *     2^53, and text with unpaired surrogates
     */
    public static String write(Object value) {
        StringBuilder out = new StringBuilder();
        append(out, value);
        return out.toString();
    }

    private static void append(StringBuilder out, Object value) {
        switch (value) {
            case Map<?, ?> map -> appendMap(out, map);
            case List<?> list -> appendList(out, list);
            case String text -> JsonText.appendText(out, text);
            case Boolean truth -> out.append(truth);
            case Integer number -> out.append(number);
            case Long number when Math.abs(number) <= LARGEST_EXACT -> out.append(number);
            default ->
                    throw new IllegalArgumentException(
                            "the record holds no " + value.getClass().getSimpleName());
        }
    }

    private static void appendMap(StringBuilder out, Map<?, ?> map) {
        // RFC 8785 section 3.2.3 sorts by UTF-16 code units, which is how Java compares strings.
        TreeMap<String, Object> sorted = new TreeMap<>();
        map.forEach((key, value) -> sorted.put((String) key, value));
        out.append('{');
        String comma = "";
        for (Map.Entry<String, Object> entry : sorted.entrySet()) {
            out.append(comma);
            JsonText.appendText(out, entry.getKey());
            out.append(':');
            append(out, entry.getValue());
            comma = ",";
        }
        out.append('}');
    }

    private static void appendList(StringBuilder out, List<?> list) {
        out.append('[');
        String comma = "";
        for (Object value : list) {
            out.append(comma);
            append(out, value);
            comma = ",";
        }
        out.append(']');
    }
}
