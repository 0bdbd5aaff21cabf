package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A name as it is read.
 *
 * @param name such as {@code done}
 * @param part what is read of it, as in {@code done.words}; null for the whole
 */
public record Reference(String name, @Nullable String part) {
    /** Small letters, digits and hyphens, a letter first. */
    static final String NAME = "[a-z][a-z0-9-]*";

    private static final Pattern WRITTEN = Pattern.compile("(" + NAME + ")(?:\\.(" + NAME + "))?");

    /** The reference that is written so, or null where it is none. */
    static @Nullable Reference of(String written) {
        Matcher matcher = WRITTEN.matcher(written);
        return matcher.matches() ? new Reference(matcher.group(1), matcher.group(2)) : null;
    }

    /** As it is written. */
    @Override
    public String toString() {
        return part == null ? name : name + "." + part;
    }
}
