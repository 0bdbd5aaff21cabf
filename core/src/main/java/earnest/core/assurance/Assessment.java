package earnest.core.assurance;

import java.util.List;

/**
 * How sure one ticket makes, and why.
 *
 * @param standing sum of all points, in decibans
 * @param stopped whether a denial that nobody lifted closes everything
 * @param explanations of evidence in the counting order, then signals by kind
 * @param verdicts in the order in which the actions were asked
 */
public record Assessment(
        int standing, boolean stopped, List<Explanation> explanations, List<Verdict> verdicts) {}
