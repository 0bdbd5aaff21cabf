package earnest.core.decisions;

import earnest.core.assurance.Wanted;

import java.time.Duration;
import java.time.Instant;

/**
 * That a second person agreed to a deed, as an entry says.
 *
 * @param forWhom the analyst whose deed it is
 * @param by who agreed
 */
record SecondAgreed(
        String ticket, String action, String system, String forWhom, String by, Instant at) {
    /** How long a yes holds, and a little for clocks that differ. */
    private static final Duration HOLDS = Duration.ofMinutes(16);

    boolean covers(Wanted wanted, Instant now) {
        return action.equals(wanted.action())
                && system.equals(wanted.system())
                && forWhom.equals(wanted.analyst())
                && by.equals(wanted.secondPerson())
                && Duration.between(at, now).compareTo(HOLDS) <= 0;
    }
}
