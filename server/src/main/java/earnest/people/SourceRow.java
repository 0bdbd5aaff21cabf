package earnest.people;

import java.time.Duration;

/**
 * Where people come from, as it is stored.
 *
 * @param system whose people they are, and whose accounts
 * @param mapping where and in what the system keeps them, as JSON
 * @param sameBy by what somebody whom another source named already is known to be the same
 * @param believedGone so many may always be gone at once; raised for a day when many truly leave
 */
record SourceRow(
        String id,
        String system,
        int position,
        String mapping,
        SameBy sameBy,
        Duration wholeEvery,
        Duration changesEvery,
        int believedGone,
        long version) {}
