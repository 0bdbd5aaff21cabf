package earnest.checks.methods;

import java.util.UUID;

/** Where something outside says what became of a check. */
public interface OutsideReplies {
    /**
     * Has the check's method take it, with the ticket locked, if the check is still under way.
     *
     * @param system that says it, such as {@code line}; and what that is called
     */
    void became(UUID check, String event, String system, String systemName);
}
