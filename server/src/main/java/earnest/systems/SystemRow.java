package earnest.systems;

import org.jspecify.annotations.Nullable;

/**
 * A system as it is stored, without its credential.
 *
 * @param kind null: it is not connected to, and only follows
 * @param follows id of the system from which it takes its passwords, or null
 * @param settings of its kind, as JSON
 * @param passwordRules as JSON
 */
record SystemRow(
        String id,
        @Nullable String kind,
        String name,
        @Nullable String follows,
        String whoHelps,
        int position,
        String settings,
        String passwordRules,
        boolean hasCredential,
        long version) {}
