package earnest.systems;

import earnest.ground.Worded;

import org.jspecify.annotations.Nullable;

/** How it stands with a system, from its row, its last test, and whose its accounts are. */
enum SystemState implements Worded {
    GOOD,
    /** Something that is needed now and then may not be done. */
    RIGHT_MISSING,
    /** Nothing can be done there. */
    AWAY,
    /** Some of its accounts are nobody's, or two people's. */
    ACCOUNTS_UNMATCHED,
    BEING_TESTED,
    NOT_TESTED,
    /** It was set up anew after its last test. */
    CHANGED_SINCE,
    /** It takes its passwords from another. */
    FOLLOWS,
    /** Earnest does not reach it. */
    NOT_CONNECTED;

    static SystemState of(
            SystemRow row, @Nullable ConnectionTest test, AccountCounts.@Nullable Counts counts) {
        if (row.kind() == null) {
            return row.follows() == null ? NOT_CONNECTED : FOLLOWS;
        }
        if (test == null) {
            return NOT_TESTED;
        }
        if (test.running()) {
            return BEING_TESTED;
        }
        if (test.systemVersion() != row.version()) {
            return CHANGED_SINCE;
        }
        if (test.stopped()) {
            return AWAY;
        }
        if (test.failed()) {
            return RIGHT_MISSING;
        }
        return counts != null && counts.unmatched() + counts.contested() > 0
                ? ACCOUNTS_UNMATCHED
                : GOOD;
    }
}
