package earnest.systems;

import org.jspecify.annotations.Nullable;

import java.util.Map;

/** Says how far it is known whose the accounts of systems are. */
public interface AccountCounts {
    /** By system; only those that do not name people themselves. */
    Map<String, Counts> counts();

    /**
     * Of one system.
     *
     * @param unmatched accounts that belong to nobody who is known
     * @param contested accounts which two people could have, or the other way round
     * @param trouble why it could not be looked at the last time, or null
     */
    record Counts(int unmatched, int contested, @Nullable String trouble) {}
}
