package earnest.changes;

import earnest.checks.Standing;
import earnest.ground.Problem;

/** That a deed is refused by what was judged, which goes on the record. */
final class NotAllowed extends Problem {
    private static final long serialVersionUID = 1L;
    private final transient Standing.Judged judged;

    NotAllowed(int status, String type, String detail, Standing.Judged judged) {
        super(status, type, detail);
        this.judged = judged;
    }

    Standing.Judged judged() {
        return judged;
    }

    /** What was missing, for the record. */
    String missing() {
        return switch (type()) {
            case "needs-second-person" -> "a second person has not agreed";
            case "stopped" -> "everything of theirs is stopped";
            case "no-rule" -> "no rule allows it";
            default -> "not enough was proved";
        };
    }
}
