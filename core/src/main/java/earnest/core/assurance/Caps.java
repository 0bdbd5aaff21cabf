package earnest.core.assurance;

/**
 * Limits on what evidence gives together, in decibans.
 *
 * @param knows most that all evidence from memory gives
 * @param relayed most that all evidence that can be read out to a stranger gives
 * @param recentPath most that a path gives while it is recent
 * @param counting least own points with which a line counts as a factor and as a path
 */
public record Caps(int knows, int relayed, int recentPath, int counting) {}
