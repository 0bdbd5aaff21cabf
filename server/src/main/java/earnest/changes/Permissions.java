package earnest.changes;

import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.core.assurance.Verdict;
import earnest.ground.Problem;

import java.util.Objects;

/** Turns a judgement into the permit that a deed takes, or into words that say what is missing. */
final class Permissions {
    private Permissions() {}

    /**
     * @throws Problem 403 with what is missing, unless the verdict is open
     */
    static Permit mustBeOpen(Standing.Judged judged) {
        return switch (judged.verdict()) {
            case Verdict.Open _ -> Objects.requireNonNull(judged.permit());
            case Verdict.NeedsSecondPerson _ ->
                    throw new Problem(
                            403,
                            "needs-second-person",
                            "This needs a second person to approve it, which this desk cannot ask"
                                    + " for yet. Pass it to your lead.");
            case Verdict.Stopped _ ->
                    throw new Problem(
                            403,
                            "stopped",
                            "The person said no. Nothing can be done for them until your lead and a"
                                    + " second person lift it.");
            case Verdict.NoRule _ ->
                    throw new Problem(403, "no-rule", "No rule allows this. Ask the steward.");
            case Verdict.Short closed ->
                    throw new Problem(
                            403,
                            "not-sure-enough",
                            "You cannot do this yet: %s. The page shows the quickest ways."
                                    .formatted(lacks(closed)));
        };
    }

    private static String lacks(Verdict.Short closed) {
        int points = closed.shortfall().points();
        return points > 0 ? points + " points are missing" : "it rests on too little";
    }
}
