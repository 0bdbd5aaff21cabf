package earnest.changes;

import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.core.assurance.Verdict;

import java.util.Objects;

/** Turns a judgement into the permit that a deed takes, or into words that say what is missing. */
final class Permissions {
    private Permissions() {}

    /**
     * @throws NotAllowed 403 with what is missing, unless the verdict is open
     */
    static Permit mustBeOpen(Standing.Judged judged) {
        return switch (judged.verdict()) {
            case Verdict.Open _ -> Objects.requireNonNull(judged.permit());
            case Verdict.NeedsSecondPerson _ ->
                    throw new NotAllowed(
                            403,
                            "needs-second-person",
                            "This needs a second person at the desk. Ask for one on the page.",
                            judged);
            case Verdict.Stopped _ ->
                    throw new NotAllowed(
                            403,
                            "stopped",
                            "Everything of this person is stopped; the page says why. If it was"
                                    + " their 'no', your lead and a second person can lift it.",
                            judged);
            case Verdict.NoRule _ ->
                    throw new NotAllowed(
                            403, "no-rule", "No rule allows this. Ask the steward.", judged);
            case Verdict.Short closed ->
                    throw new NotAllowed(
                            403,
                            "not-sure-enough",
                            "You cannot do this yet: %s. The page shows the quickest ways."
                                    .formatted(lacks(closed)),
                            judged);
        };
    }

    private static String lacks(Verdict.Short closed) {
        int points = closed.shortfall().points();
        return points > 0 ? points + " points are missing" : "it rests on too little";
    }
}
