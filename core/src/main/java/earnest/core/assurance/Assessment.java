package earnest.core.assurance;

import java.util.List;

/**
 * The account of one ticket.
 *
 * @param standing sum of all lines, in decibans
 * @param stopped whether a denial that nobody lifted closes everything
 * @param lines evidence in the counting order, then signals by kind
 * @param verdicts in the order in which the actions were asked
 */
public record Assessment(int standing, boolean stopped, List<Line> lines, List<Verdict> verdicts) {}
