package earnest.core.assurance;

import java.util.List;
import java.util.Map;

/**
 * An organisation's weights and rules. Immutable.
 *
 * @param recentPathDays a path younger than this at the time of a check is recent
 * @param validMinutes how long a passed check counts
 * @param signals what each kind of signal means
 */
public record Rulebook(
        Map<String, Method> checks,
        Caps caps,
        int recentPathDays,
        int validMinutes,
        Map<String, Signal> signals,
        List<Rule> rules) {

    /**
     * @throws BadInput if a weight has the wrong sign or a method from memory is relayed
     */
    public Rulebook {
        checks = Map.copyOf(checks);
        signals = Map.copyOf(signals);
        rules = List.copyOf(rules);
        checks.forEach(Rulebook::admit);
        signals.forEach(
                (kind, signal) -> {
                    if (signal.points() > 0) {
                        throw new BadInput("rulebook.signals." + kind, "must not be positive");
                    }
                });
        notNegative("rulebook.recentPathDays", recentPathDays);
        notNegative("rulebook.validMinutes", validMinutes);
        notNegative("rulebook.caps.knows", caps.knows());
        notNegative("rulebook.caps.relayed", caps.relayed());
        notNegative("rulebook.caps.recentPath", caps.recentPath());
        notNegative("rulebook.caps.counting", caps.counting());
        for (int i = 0; i < rules.size(); i++) {
            notNegative("rulebook.rules[" + i + "].points", rules.get(i).points());
            notNegative("rulebook.rules[" + i + "].paths", rules.get(i).paths());
        }
    }

    private static void admit(String name, Method method) {
        String field = "rulebook.checks." + name;
        notNegative(field + ".points", method.points());
        notNegative(field + ".work", method.workSeconds());
        notNegative(field + ".wait", method.waitSeconds());
        if (method.failed() > 0) {
            throw new BadInput(field + ".failed", "must not be positive");
        }
        if (method.relayed() && method.factor() == Factor.KNOWS) {
            throw new BadInput(field + ".relayed", "a method from memory cannot be relayed");
        }
    }

    private static void notNegative(String field, int value) {
        if (value < 0) {
            throw new BadInput(field, "must not be negative");
        }
    }
}
