package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Set;

/**
 * What an action needs. {@code *} as action, system, group or channel matches all.
 *
 * @param points decibans the standing must reach
 * @param factors each must count
 * @param oneOf of each list at least one must count
 * @param paths least number of paths that count
 * @param secondPerson whether somebody else must approve
 * @param instead whether it removes every less specific rule from the match
 * @param handover the routes by which a new secret may go; null: all
 * @param linkCode whether a one-time link must be followed by a code over another path
 */
public record Rule(
        String action,
        String system,
        String group,
        int points,
        Set<Factor> factors,
        List<List<Factor>> oneOf,
        int paths,
        boolean secondPerson,
        boolean instead,
        String channel,
        @Nullable Set<Route> handover,
        boolean linkCode) {
    /** Stands for each action, system, group or channel. */
    public static final String ANY = "*";

    public Rule {
        factors = Set.copyOf(factors);
        oneOf = oneOf.stream().map(List::copyOf).toList();
        handover = handover == null ? null : Set.copyOf(handover);
    }

    boolean matches(Wanted wanted) {
        return covers(action, wanted.action())
                && covers(system, wanted.system())
                && (group.equals(ANY) || wanted.groups().contains(group))
                && (channel.equals(ANY) || channel.equals(wanted.channel()));
    }

    int specificity() {
        return named(group, 8) + named(system, 4) + named(action, 2) + named(channel, 1);
    }

    private static boolean covers(String pattern, String name) {
        return pattern.equals(ANY) || pattern.equals(name);
    }

    private static int named(String pattern, int weight) {
        return pattern.equals(ANY) ? 0 : weight;
    }
}
