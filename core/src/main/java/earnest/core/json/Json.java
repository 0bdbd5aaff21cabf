package earnest.core.json;

import org.jspecify.annotations.Nullable;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/**
 * JSON (RFC 8259) as plain values: {@code Map<String, Object>} in the order of the text, {@code
 * List<Object>}, {@code String}, {@code Long} for whole numbers that fit, {@link BigDecimal} for
 * other numbers, {@code Boolean}, and {@link #NULL}.
 */
public final class Json {
    /** The value {@code null}. */
    public static final Object NULL =
            new Object() {
                @Override
                public String toString() {
                    return "null";
                }
            };

    private Json() {}

    /**
     * Reads one value that fills the whole text.
     *
     * @throws BadJson if it is not JSON, an object names a field twice, or it is nested deeper than
     *     64
     */
    public static Object read(String text) {
        return read(text.getBytes(StandardCharsets.UTF_8));
    }

    /** As {@link #read(String)}, from UTF-8. */
    public static Object read(byte[] utf8) {
        JsonReader reader = new JsonReader(utf8, 0, utf8.length);
        Object value = reader.value();
        reader.end();
        return value;
    }

    /** The value as an object, or null if it is none. */
    @SuppressWarnings("unchecked")
    public static @Nullable Map<String, Object> object(@Nullable Object value) {
        return value instanceof Map<?, ?> map ? (Map<String, Object>) map : null;
    }

    /** The value as a list, or null if it is none. */
    @SuppressWarnings("unchecked")
    public static @Nullable List<Object> list(@Nullable Object value) {
        return value instanceof List<?> list ? (List<Object>) list : null;
    }
}
