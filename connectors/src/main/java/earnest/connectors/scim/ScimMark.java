package earnest.connectors.scim;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * The part of an account's state that a later reading is compared with. A resource's version is not
 * among it: it also moves when somebody merely signs in.
 */
record ScimMark(boolean locked, @Nullable Instant passwordSet, boolean mustChange) {
    private static final int PARTS = 3;

    String text() {
        return "%s|%s|%s".formatted(locked, passwordSet == null ? "" : passwordSet, mustChange);
    }

    static ScimMark read(String mark) {
        String[] parts = mark.split("\\|", PARTS);
        return new ScimMark(
                Boolean.parseBoolean(parts[0]),
                parts[1].isEmpty() ? null : Instant.parse(parts[1]),
                Boolean.parseBoolean(parts[2]));
    }
}
