package earnest.core.json;

import org.jspecify.annotations.Nullable;

import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;

/**
 * An object that is read field by field; what nobody asked for is refused in the end. Each reading
 * throws {@link BadField} where the field is missing or of another kind. Not thread-safe.
 */
public final class Fields {
    private final String path;
    private final Map<String, Object> values;
    private final Set<String> read = new LinkedHashSet<>();

    private Fields(String path, Map<String, Object> values) {
        this.path = path;
        this.values = values;
    }

    /**
     * The fields of an object.
     *
     * @param path how it is named in errors; empty for the whole
     */
    public static Fields of(String path, @Nullable Object value) {
        Map<String, Object> object = Json.object(value);
        if (object == null) {
            throw new BadField(path.isEmpty() ? "input" : path, "must be an object");
        }
        return new Fields(path, object);
    }

    public String name(String field) {
        return path.isEmpty() ? field : path + "." + field;
    }

    public boolean has(String field) {
        return values.containsKey(field);
    }

    public Object any(String field) {
        read.add(field);
        Object value = values.get(field);
        if (value == null) {
            throw new BadField(name(field), "is missing");
        }
        return value;
    }

    public Fields object(String field) {
        return of(name(field), any(field));
    }

    public String text(String field) {
        if (any(field) instanceof String text) {
            return text;
        }
        throw new BadField(name(field), "must be text");
    }

    /** A text on one line: without control characters. */
    public String line(String field) {
        String text = text(field);
        if (text.chars().anyMatch(Character::isISOControl)) {
            throw new BadField(name(field), "must be one line without control characters");
        }
        return text;
    }

    public @Nullable String lineOrNull(String field) {
        return has(field) ? line(field) : null;
    }

    public @Nullable String textOrNull(String field) {
        return has(field) ? text(field) : null;
    }

    public int number(String field) {
        return asNumber(name(field), any(field));
    }

    public int number(String field, int otherwise) {
        return has(field) ? number(field) : otherwise;
    }

    public boolean truth(String field, boolean otherwise) {
        if (!has(field)) {
            return otherwise;
        }
        if (any(field) instanceof Boolean truth) {
            return truth;
        }
        throw new BadField(name(field), "must be true or false");
    }

    public @Nullable Boolean truthOrNull(String field) {
        return has(field) ? truth(field, false) : null;
    }

    /** An instant of RFC 3339 in UTC. */
    public Instant instant(String field) {
        try {
            return Instant.parse(text(field));
        } catch (DateTimeException e) {
            throw new BadField(name(field), "must be a time such as 2026-11-23T10:12:00Z");
        }
    }

    public @Nullable Instant instantOrNull(String field) {
        return has(field) ? instant(field) : null;
    }

    /** A list, each item read under its own name; missing: empty. */
    public <T> List<T> list(String field, BiFunction<String, Object, T> item) {
        if (!has(field)) {
            return List.of();
        }
        List<Object> found = Json.list(any(field));
        if (found == null) {
            throw new BadField(name(field), "must be a list");
        }
        List<T> list = new ArrayList<>();
        for (int i = 0; i < found.size(); i++) {
            list.add(item.apply(name(field) + "[" + i + "]", found.get(i)));
        }
        return list;
    }

    public List<String> texts(String field) {
        return list(field, Fields::asText);
    }

    public static int asNumber(String name, Object value) {
        if (value instanceof Long number && number == number.intValue()) {
            return number.intValue();
        }
        throw new BadField(name, "must be a whole number");
    }

    public static String asText(String name, Object value) {
        if (value instanceof String text) {
            return text;
        }
        throw new BadField(name, "must be text");
    }

    /** Every field, read under its own name. */
    public <T> Map<String, T> each(BiFunction<String, Object, T> item) {
        Map<String, T> each = new LinkedHashMap<>();
        values.forEach((field, value) -> each.put(field, item.apply(name(field), value)));
        read.addAll(values.keySet());
        return each;
    }

    /** Refuses fields that nobody read. */
    public void noOthers() {
        for (String field : values.keySet()) {
            if (!read.contains(field)) {
                throw new BadField(name(field), "unknown field");
            }
        }
    }
}
