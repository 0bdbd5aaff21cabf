package earnest.core.assurance;

import java.util.List;
import java.util.Set;

/**
 * What an action needs. {@code *} as action, system or group matches all.
 *
 * @param points decibans the standing must reach
 * @param factors each must count
 * @param oneOf of each list at least one must count
 * @param paths least number of paths that count
 * @param secondPerson whether somebody else must approve
 * @param instead whether it removes every less specific rule from the match
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
        boolean instead) {

    public Rule {
        factors = Set.copyOf(factors);
        oneOf = oneOf.stream().map(List::copyOf).toList();
    }

    boolean matches(Wanted wanted) {
        return covers(action, wanted.action())
                && covers(system, wanted.system())
                && (group.equals("*") || wanted.groups().contains(group));
    }

    int specificity() {
        return named(group, 4) + named(system, 2) + named(action, 1);
    }

    private static boolean covers(String pattern, String name) {
        return pattern.equals("*") || pattern.equals(name);
    }

    private static int named(String pattern, int weight) {
        return pattern.equals("*") ? 0 : weight;
    }
}
