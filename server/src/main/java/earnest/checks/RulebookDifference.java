package earnest.checks;

import earnest.core.assurance.Caps;
import earnest.core.assurance.Method;
import earnest.core.assurance.Rule;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Signal;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import java.util.function.Function;

/** What one rulebook says otherwise than another, in words. */
final class RulebookDifference {
    /**
     * One thing.
     *
     * @param was null: it was not there
     * @param becomes null: it goes
     */
    @Schema(name = "RulebookChange")
    record Changed(String what, @Nullable String was, @Nullable String becomes) {}

    private static final char MINUS = '\u2212';

    private RulebookDifference() {}

    static List<Changed> between(Rulebook was, Rulebook becomes) {
        List<Changed> changed = new ArrayList<>();
        rules(changed, was, becomes);
        each(changed, was.checks(), becomes.checks(), RulebookDifference::words);
        each(changed, was.signals(), becomes.signals(), RulebookDifference::words);
        caps(changed, was.caps(), becomes.caps());
        number(changed, "Minutes that a check counts", was.validMinutes(), becomes.validMinutes());
        number(
                changed,
                "Days for which something is new",
                was.recentPathDays(),
                becomes.recentPathDays());
        return changed;
    }

    private static void rules(List<Changed> changed, Rulebook was, Rulebook becomes) {
        List<Rule> gone = new ArrayList<>(was.rules());
        List<Rule> come = new ArrayList<>(becomes.rules());
        gone.removeAll(becomes.rules());
        come.removeAll(was.rules());
        for (Rule one : gone) {
            Rule instead =
                    come.stream().filter(other -> sameMatch(one, other)).findFirst().orElse(null);
            come.remove(instead);
            changed.add(
                    new Changed(
                            "A rule",
                            RuleSentences.of(one),
                            instead == null ? null : RuleSentences.of(instead)));
        }
        come.forEach(one -> changed.add(new Changed("A rule", null, RuleSentences.of(one))));
    }

    private static boolean sameMatch(Rule one, Rule other) {
        return one.action().equals(other.action())
                && one.system().equals(other.system())
                && one.group().equals(other.group())
                && one.channel().equals(other.channel());
    }

    private static <T> void each(
            List<Changed> changed,
            Map<String, T> was,
            Map<String, T> becomes,
            Function<T, String> words) {
        TreeSet<String> all = new TreeSet<>(was.keySet());
        all.addAll(becomes.keySet());
        for (String id : all) {
            T before = was.get(id);
            T after = becomes.get(id);
            if (!Objects.equals(before, after)) {
                changed.add(
                        new Changed(
                                RulebookShows.plain(id),
                                before == null ? null : words.apply(before),
                                after == null ? null : words.apply(after)));
            }
        }
    }

    private static String words(Method method) {
        return "%d points, %d when it fails, %s, %d s of work and %d s of waiting%s"
                .formatted(
                        method.points(),
                        method.failed(),
                        RuleSentences.words(method.factor()),
                        method.workSeconds(),
                        method.waitSeconds(),
                        method.relayed() ? ", can be read out" : "")
                .replace('-', MINUS);
    }

    private static String words(Signal signal) {
        return signal.stops() ? "stops all" : (signal.points() + " points").replace('-', MINUS);
    }

    private static void caps(List<Changed> changed, Caps was, Caps becomes) {
        number(changed, "Most that they know counts", was.knows(), becomes.knows());
        number(changed, "Most that is read out counts", was.relayed(), becomes.relayed());
        number(changed, "Most that is new counts", was.recentPath(), becomes.recentPath());
        number(changed, "Least that counts as a thing", was.counting(), becomes.counting());
    }

    private static void number(List<Changed> changed, String what, int was, int becomes) {
        if (was != becomes) {
            changed.add(new Changed(what, was + "", becomes + ""));
        }
    }
}
