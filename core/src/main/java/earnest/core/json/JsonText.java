package earnest.core.json;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;

/** Writes values of {@link Json}. Text has the shortest escapes, as RFC 8785 wants them. */
public final class JsonText {
    private JsonText() {}

    /**
     * Writes a value, fields in the order of their map.
     *
     * @throws IllegalArgumentException for values that {@link Json} does not name, and text with
     *     unpaired surrogates
     */
    public static String of(Object value) {
        StringBuilder out = new StringBuilder();
        append(out, value);
        return out.toString();
    }

    private static void append(StringBuilder out, Object value) {
        switch (value) {
            case Map<?, ?> map -> {
                String comma = "{";
                for (Map.Entry<?, ?> entry : map.entrySet()) {
                    out.append(comma);
                    appendText(out, (String) entry.getKey());
                    out.append(':');
                    append(out, entry.getValue());
                    comma = ",";
                }
                out.append(map.isEmpty() ? "{}" : "}");
            }
            case List<?> list -> {
                String comma = "[";
                for (Object item : list) {
                    out.append(comma);
                    append(out, item);
                    comma = ",";
                }
                out.append(list.isEmpty() ? "[]" : "]");
            }
            case String text -> appendText(out, text);
            case Boolean truth -> out.append(truth);
            case Integer number -> out.append(number);
            case Long number -> out.append(number);
            case BigDecimal number -> out.append(number);
            default -> {
                if (value != Json.NULL) {
                    throw new IllegalArgumentException(
                            "no JSON for " + value.getClass().getSimpleName());
                }
                out.append("null");
            }
        }
    }

    /** Writes text in quotes (RFC 8785, section 3.2.2.2). */
    public static void appendText(StringBuilder out, String text) {
        out.append('"');
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (Character.isSurrogate(c)) {
                if (!Character.isHighSurrogate(c)
                        || i + 1 == text.length()
                        || !Character.isLowSurrogate(text.charAt(i + 1))) {
                    throw new IllegalArgumentException("text with an unpaired surrogate");
                }
                out.append(c).append(text.charAt(++i));
                continue;
            }
            switch (c) {
                case '"' -> out.append("\\\"");
                case '\\' -> out.append("\\\\");
                case '\b' -> out.append("\\b");
                case '\t' -> out.append("\\t");
                case '\n' -> out.append("\\n");
                case '\f' -> out.append("\\f");
                case '\r' -> out.append("\\r");
                default -> {
                    if (c < 0x20) {
                        out.append("\\u%04x".formatted((int) c));
                    } else {
                        out.append(c);
                    }
                }
            }
        }
        out.append('"');
    }
}
