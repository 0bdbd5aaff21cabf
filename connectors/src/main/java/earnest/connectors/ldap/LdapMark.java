package earnest.connectors.ldap;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * The part of an account's state that a later reading is compared with.
 *
 * @param version the entry's change sequence number, which sorts by time
 * @param byOwner whether the last change of the entry was made by its owner
 */
record LdapMark(
        @Nullable Instant lockedSince, @Nullable Instant lastSet, String version, boolean byOwner) {
    private static final int PARTS_WITH_OWNER = 4;

    String text() {
        return "%s|%s|%s|%s"
                .formatted(text(lockedSince), text(lastSet), version, byOwner ? "owner" : "");
    }

    /** Reads a mark, also one that was written when it did not say whose the last change was. */
    static LdapMark read(String mark) {
        String[] parts = mark.split("\\|", -1);
        return new LdapMark(
                instant(parts[0]),
                instant(parts[1]),
                parts[2],
                parts.length == PARTS_WITH_OWNER && parts[3].equals("owner"));
    }

    private static String text(@Nullable Instant at) {
        return at == null ? "" : at.toString();
    }

    private static @Nullable Instant instant(String text) {
        return text.isEmpty() ? null : Instant.parse(text);
    }
}
