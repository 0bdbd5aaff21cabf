package earnest.checks.methods;

import java.util.Locale;

/** A check is open until it ends in one of the outcomes of the assurance. */
public enum CheckState {
    OPEN,
    PASSED,
    FAILED,
    DENIED,
    UNANSWERED;

    /** As entries and answers name it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
