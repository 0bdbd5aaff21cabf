package earnest.core.assurance;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a proposed rulebook would have come to in decisions that were made, with the evidence as it
 * stood. Stateless, thread-safe.
 */
public final class Rehearsal {
    /** What would have come of a decision. */
    public enum Came {
        AS_IT_WAS,
        /** It was closed and would have been open. */
        OPENED_MORE,
        /** It was open; with more checks that were at hand it would have been as well. */
        MORE_CHECKS,
        /** It was open, and nothing at hand would have been enough. */
        NOTHING_LEFT
    }

    /**
     * One decision, rehearsed.
     *
     * @param opens whether it would have been open
     * @param moreSeconds that the quickest of the further checks would have cost; else 0
     */
    public record Rehearsed(Came came, boolean opens, int moreSeconds) {}

    private Rehearsal() {}

    /**
     * Rehearses one decision.
     *
     * @param was what was judged, by the rulebook of its time
     */
    public static Rehearsed of(AssessmentInput was, Rulebook proposed) {
        boolean before = opens(verdict(was));
        AssessmentInput again = under(was, proposed);
        Verdict verdict = verdict(again);
        boolean now = opens(verdict);
        if (before == now) {
            return new Rehearsed(Came.AS_IT_WAS, now, 0);
        }
        if (now) {
            return new Rehearsed(Came.OPENED_MORE, true, 0);
        }
        return verdict instanceof Verdict.Short closed && !closed.ways().isEmpty()
                ? new Rehearsed(Came.MORE_CHECKS, false, cost(closed.ways().getFirst(), again))
                : new Rehearsed(Came.NOTHING_LEFT, false, 0);
    }

    private static Verdict verdict(AssessmentInput input) {
        return Assurance.assess(input).verdicts().getFirst();
    }

    private static boolean opens(Verdict verdict) {
        return verdict instanceof Verdict.Open;
    }

    /** What the proposed rulebook does not know weighs nothing, as it would at the desk. */
    private static AssessmentInput under(AssessmentInput was, Rulebook proposed) {
        Set<String> known = proposed.checks().keySet();
        return new AssessmentInput(
                proposed,
                was.evidence().stream().filter(line -> known.contains(line.method())).toList(),
                was.signals().stream()
                        .filter(kind -> proposed.signals().containsKey(kind))
                        .toList(),
                was.wanted(),
                was.available().stream().filter(one -> known.contains(one.method())).toList(),
                was.conversations(),
                was.liftedStops(),
                was.now());
    }

    /** Of a way: the work of all, and the longest wait. */
    private static int cost(List<String> way, AssessmentInput input) {
        List<Method> methods =
                input.available().stream()
                        .filter(one -> way.contains(one.id()))
                        .map(one -> input.rulebook().checks().get(one.method()))
                        .collect(Collectors.toList());
        return methods.stream().mapToInt(Method::workSeconds).sum()
                + methods.stream().mapToInt(Method::waitSeconds).max().orElse(0);
    }
}
