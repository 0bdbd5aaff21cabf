package earnest.checks;

import earnest.checks.signals.Signal;
import earnest.core.assurance.Assessment;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Verdict;

import java.util.List;
import java.util.Map;

/**
 * A ticket's assessment, with all that it was made of.
 *
 * @param ended checks that the rulebook weighs
 * @param offered checks that could be made now
 * @param signals kinds with what was seen
 * @param seconds what second persons were asked, where one is asked for
 * @param assessment of all that counts for anything that is wanted
 * @param weighed for each deed that is wanted, in their order
 */
record Assessed(
        Gathered.OfTicket known,
        Rulebooks.InForce book,
        List<ProofCheck> ended,
        List<Gathered.Offered> offered,
        Map<String, Signal.Seen> signals,
        List<Standing.Second> seconds,
        AssessmentInput input,
        Assessment assessment,
        List<Weighed> weighed) {
    /** A verdict and the standing of what counts for it, in decibans. */
    record Weighed(Verdict verdict, int standing) {}
}
