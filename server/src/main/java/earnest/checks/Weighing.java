package earnest.checks;

import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Available;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Wanted;

import java.time.Instant;
import java.util.List;
import java.util.Set;

/** All that an assessment looks at but what is wanted. */
record Weighing(
        Rulebook rules,
        List<Evidence> evidence,
        List<String> signals,
        List<Available> available,
        Set<String> conversations,
        Set<String> lifted,
        Instant now) {

    /**
     * What is assessed for a deed for which some methods do not count: without what they passed.
     * What they failed, and every 'no', stays.
     */
    AssessmentInput of(List<Wanted> wanted, Set<String> without) {
        return new AssessmentInput(
                rules,
                evidence.stream()
                        .filter(
                                line ->
                                        line.outcome() != Outcome.PASSED
                                                || !without.contains(line.method()))
                        .toList(),
                signals,
                wanted,
                available.stream().filter(one -> !without.contains(one.method())).toList(),
                conversations,
                lifted,
                now);
    }

    /** Whether a method that does not count would change anything. */
    boolean has(String method) {
        return evidence.stream().anyMatch(line -> line.method().equals(method))
                || available.stream().anyMatch(one -> one.method().equals(method));
    }
}
