package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * How sure is sure enough.
 *
 * <p>Points are weights of evidence in decibans, 10·log10(P(passes | genuine) / P(passes |
 * impostor)), rounded. The result depends on nothing but the input, never on the order in which
 * evidence is given, and a further passed check never lowers the standing or closes an action.
 * Thread-safe: it keeps nothing.
 */
public final class Assurance {
    private Assurance() {}

    /** Counts the evidence and judges each wanted action. */
    public static Assessment assess(AssessmentInput input) {
        Reckoning reckoning = Reckoning.at(input.now(), input);
        boolean stopped = stopped(input);
        List<Explanation> lines = new ArrayList<>();
        for (Counted line : reckoning.lines) {
            lines.add(new Explanation(line.id, line.points, line.reason));
        }
        lines.addAll(reckoning.signals);
        List<Verdict> verdicts = new ArrayList<>();
        Map<Verdict.Bar, Judged> known = new HashMap<>();
        for (Wanted wanted : input.wanted()) {
            verdicts.add(judge(input, reckoning, stopped, wanted, known));
        }
        return new Assessment(
                reckoning.standing, stopped, List.copyOf(lines), List.copyOf(verdicts));
    }

    private static boolean stopped(AssessmentInput input) {
        return input.evidence().stream()
                        .anyMatch(
                                line ->
                                        line.outcome() == Outcome.DENIED
                                                && !input.liftedStops().contains(line.id()))
                || input.signals().stream()
                        .anyMatch(
                                kind ->
                                        input.rulebook().signals().get(kind).stops()
                                                && !input.liftedStops().contains("signal:" + kind));
    }

    /** What comes of one bar, whoever asks for what; reckoned once for all that come to it. */
    private record Judged(Shortfall shortfall, List<List<String>> ways, @Nullable Instant until) {}

    private static Judged judged(AssessmentInput input, Reckoning reckoning, Verdict.Bar bar) {
        Shortfall shortfall = reckoning.against(bar);
        return shortfall.none()
                ? new Judged(shortfall, List.of(), until(input, bar))
                : new Judged(shortfall, Ways.across(input, bar), null);
    }

    private static Verdict judge(
            AssessmentInput input,
            Reckoning reckoning,
            boolean stopped,
            Wanted wanted,
            Map<Verdict.Bar, Judged> known) {
        Verdict.Bar bar = bar(input.rulebook(), wanted);
        if (stopped) {
            return new Verdict.Stopped(wanted, bar);
        }
        if (bar == null) {
            return new Verdict.NoRule(wanted);
        }
        Judged judged = known.computeIfAbsent(bar, b -> judged(input, reckoning, b));
        if (!judged.shortfall.none()) {
            return new Verdict.Short(wanted, bar, judged.shortfall, judged.ways);
        }
        Instant until = judged.until;
        String second = wanted.secondPerson();
        if (bar.secondPerson() && (second == null || second.equals(wanted.analyst()))) {
            return new Verdict.NeedsSecondPerson(wanted, bar, until);
        }
        return new Verdict.Open(wanted, bar, until);
    }

    private static Verdict.@Nullable Bar bar(Rulebook book, Wanted wanted) {
        List<Rule> matching = book.rules().stream().filter(rule -> rule.matches(wanted)).toList();
        int floor =
                matching.stream().filter(Rule::instead).mapToInt(Rule::specificity).max().orElse(0);
        List<Rule> rules = matching.stream().filter(rule -> rule.specificity() >= floor).toList();
        if (rules.isEmpty()) {
            return null;
        }
        Set<Factor> factors = new TreeSet<>(Comparator.comparing(Factor::word));
        Set<List<Factor>> oneOf = new LinkedHashSet<>();
        int points = 0;
        int paths = 0;
        boolean second = false;
        boolean linkCode = false;
        TreeSet<Route> handover = null;
        for (Rule rule : rules) {
            points = Math.max(points, rule.points());
            paths = Math.max(paths, rule.paths());
            factors.addAll(rule.factors());
            oneOf.addAll(rule.oneOf());
            second |= rule.secondPerson();
            linkCode |= rule.linkCode();
            Set<Route> allowed = rule.handover();
            if (handover == null) {
                handover = allowed == null ? null : new TreeSet<>(allowed);
            } else if (allowed != null) {
                handover.retainAll(allowed);
            }
        }
        return new Verdict.Bar(
                points,
                List.copyOf(factors),
                List.copyOf(oneOf),
                paths,
                second,
                handover == null ? null : List.copyOf(handover),
                linkCode);
    }

    /** Time only takes proof away, and only at the instants at which a check gets too old. */
    private static @Nullable Instant until(AssessmentInput input, Verdict.Bar bar) {
        Duration valid = Duration.ofMinutes(input.rulebook().validMinutes());
        TreeSet<Instant> ends = new TreeSet<>();
        for (Evidence line : input.evidence()) {
            Instant end = line.at().plus(valid);
            if (line.outcome() == Outcome.PASSED && !end.isBefore(input.now())) {
                ends.add(end);
            }
        }
        for (Instant end : ends) {
            if (!Reckoning.at(end.plusNanos(1), input).reaches(bar)) {
                return end;
            }
        }
        return null;
    }
}
