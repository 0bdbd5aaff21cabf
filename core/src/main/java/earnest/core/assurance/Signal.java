package earnest.core.assurance;

/**
 * What a kind of signal means in a rulebook.
 *
 * @param points decibans, at most 0; 0 for one that stops
 * @param stops whether it stops everything until somebody entitled lifts it
 */
public record Signal(int points, boolean stops) {
    static final Signal STOP = new Signal(0, true);
}
