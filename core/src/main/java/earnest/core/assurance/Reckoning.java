package earnest.core.assurance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** The lines of a ticket, counted at one instant (assurance, counting, steps 3 to 9). */
final class Reckoning {
    final List<Counted> lines;
    final List<Explanation> signals;
    final int standing;
    final Set<Factor> factors;
    final int paths;

    /** Counts lines that are in the counting order. Their points and reasons are set. */
    Reckoning(List<Counted> lines, AssessmentInput input) {
        this.lines = lines;
        Rulebook book = input.rulebook();
        count(book);
        this.signals = signals(input);
        int sum = 0;
        for (Counted line : lines) {
            sum += line.points;
        }
        for (Explanation signal : signals) {
            sum += signal.points();
        }
        this.standing = sum;
        this.factors = EnumSet.noneOf(Factor.class);
        this.paths = countPaths(book.caps().counting());
    }

    private void count(Rulebook book) {
        List<Counted> passed = new ArrayList<>();
        for (Counted line : lines) {
            switch (line.outcome) {
                case PASSED -> {
                    if (line.inForce()) {
                        passed.add(line);
                    }
                }
                case FAILED -> line.points = line.method.failed();
                case DENIED, UNANSWERED -> line.reason = line.outcome.word();
            }
        }
        Set<Counted> chosen = OnePerPath.choose(passed, book.caps().relayed());
        List<Counted> relayed = new ArrayList<>();
        List<Counted> known = new ArrayList<>();
        for (Counted line : passed) {
            if (!chosen.contains(line)) {
                line.points = 0;
                line.reason = "same-path";
                continue;
            }
            line.points = line.own;
            if (line.relayed) {
                relayed.add(line);
            }
            if (line.method.factor() == Factor.KNOWS) {
                known.add(line);
            }
        }
        share(relayed, book.caps().relayed(), "relayed-cap");
        share(known, book.caps().knows(), "knows-cap");
    }

    /** Highest own points first, each gives what is left; the sort keeps the counting order. */
    private static void share(List<Counted> together, int cap, String reason) {
        together.sort(Comparator.comparingInt((Counted line) -> -line.own));
        int left = cap;
        for (Counted line : together) {
            int given = Math.min(left, line.own);
            if (given < line.own) {
                line.points = given;
                line.reason = reason;
            }
            left -= given;
        }
    }

    private static List<Explanation> signals(AssessmentInput input) {
        List<Explanation> signals = new ArrayList<>();
        for (String kind : new TreeSet<>(input.signals())) {
            Signal signal = input.rulebook().signals().get(kind);
            signals.add(
                    new Explanation(
                            "signal:" + kind, signal.points(), signal.stops() ? "stopped" : null));
        }
        return signals;
    }

    private int countPaths(int counting) {
        Set<String> counted = new HashSet<>();
        boolean memory = false;
        for (Counted line : lines) {
            if (line.passed() && line.own >= counting) {
                factors.add(line.method.factor());
                if (line.method.factor() == Factor.KNOWS) {
                    memory = true;
                } else {
                    counted.add(line.path);
                }
            }
        }
        return counted.size() + (memory ? 1 : 0);
    }

    Shortfall against(Verdict.Bar bar) {
        return new Shortfall(
                Math.max(0, bar.points() - standing),
                bar.factors().stream().filter(factor -> !factors.contains(factor)).toList(),
                bar.oneOf().stream()
                        .filter(list -> list.stream().noneMatch(factors::contains))
                        .toList(),
                Math.max(0, bar.paths() - paths));
    }

    boolean reaches(Verdict.Bar bar) {
        return standing >= bar.points()
                && paths >= bar.paths()
                && factors.containsAll(bar.factors())
                && bar.oneOf().stream().allMatch(list -> list.stream().anyMatch(factors::contains));
    }

    static Reckoning at(Instant now, AssessmentInput input) {
        var ages = Counted.ages(input.evidence(), input.available());
        List<Counted> lines = new ArrayList<>();
        for (Evidence line : input.evidence()) {
            lines.add(Counted.of(line, input, now, ages));
        }
        lines.sort(Counted.ORDER);
        return new Reckoning(lines, input);
    }
}
