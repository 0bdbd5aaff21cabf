package earnest.core.assurance;

/**
 * A method of proof as a rulebook weighs it.
 *
 * @param points decibans for passing, at least 0
 * @param failed decibans for failing, at most 0
 * @param workSeconds seconds of the analyst's attention
 * @param waitSeconds seconds of waiting that other work may fill
 * @param relayed whether a victim can be talked into reading it out
 */
public record Method(
        Factor factor, int points, int failed, int workSeconds, int waitSeconds, boolean relayed) {}
