package earnest.core.understanding;

/**
 * A part of a message, in code points.
 *
 * @param to exclusive
 */
public record Place(int from, int to) {}
