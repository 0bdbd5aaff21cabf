package earnest.reports;

import earnest.ground.Worded;

/** Where the time of a case goes, in the order in which it does. */
enum Stage implements Worded {
    /** Until somebody is named. */
    WHO,
    /** Until a change is decided on. */
    PROOF,
    /** Until it took effect. */
    CHANGE,
    /** Until the password is handed over. */
    HANDOVER,
    /** Until the person is in. */
    UNTIL_IN
}
