package earnest.core.assurance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Whether the evidence with a set of available checks added reaches a bar: the same count as {@link
 * Reckoning}, kept in arrays so that tens of thousands of sets can be tried while somebody waits.
 * Not thread-safe.
 */
final class Reach {
    /** Up to so many paths with both kinds of lines all choices are tried. */
    private static final int MOST_CHOICES = 12;

    private final Caps caps;
    private final Verdict.Bar bar;
    private final List<Counted> checks;

    /** By path that some available check touches: best own points of lines already there. */
    private final int[] relayedThere;

    private final int[] otherThere;
    private final int[] knownThere;
    private final boolean[] countedThere;
    private final int[] pathOf;

    /** Of all other paths together. */
    private int relayedElse;

    private int otherElse;
    private int knownElse;
    private int pathsElse;

    private final List<int[]> choicesElse = new ArrayList<>();
    private final Set<Factor> factorsThere = EnumSet.noneOf(Factor.class);
    private boolean memoryThere;
    private int always;

    private final int[] relayed;
    private final int[] other;
    private final int[] known;
    private final boolean[] counted;

    Reach(AssessmentInput input, List<Available> available, Verdict.Bar bar, Instant now) {
        this.caps = input.rulebook().caps();
        this.bar = bar;
        Map<String, Instant> ages = Counted.ages(input.evidence(), input.available());
        this.checks = available.stream().map(check -> Counted.of(check, input, now, ages)).toList();
        Map<String, Integer> touched = new HashMap<>();
        this.pathOf = new int[checks.size()];
        for (int i = 0; i < pathOf.length; i++) {
            pathOf[i] = touched.computeIfAbsent(checks.get(i).path, p -> touched.size());
        }
        int paths = touched.size();
        this.relayedThere = new int[paths];
        this.otherThere = new int[paths];
        this.knownThere = new int[paths];
        this.countedThere = new boolean[paths];
        this.relayed = new int[paths];
        this.other = new int[paths];
        this.known = new int[paths];
        this.counted = new boolean[paths];
        Map<String, int[]> untouched = new HashMap<>();
        Set<String> countedElse = new HashSet<>();
        for (Evidence evidence : input.evidence()) {
            Counted line = Counted.of(evidence, input, now, ages);
            if (line.outcome == Outcome.FAILED) {
                always += line.method.failed();
            }
            if (line.passed()) {
                there(line, touched.get(line.path), untouched, countedElse);
            }
        }
        untouched.values().forEach(this::elsewhere);
        pathsElse = countedElse.size();
        new HashSet<>(input.signals())
                .forEach(kind -> always += input.rulebook().signals().get(kind).points());
    }

    private void there(
            Counted line,
            @org.jspecify.annotations.Nullable Integer path,
            Map<String, int[]> untouched,
            Set<String> countedElse) {
        boolean memory = line.method.factor() == Factor.KNOWS;
        if (line.own >= caps.counting()) {
            factorsThere.add(line.method.factor());
            memoryThere |= memory;
            if (!memory && path == null) {
                countedElse.add(line.path);
            } else if (!memory) {
                countedThere[path] = true;
            }
        }
        if (path == null) {
            int[] best = untouched.computeIfAbsent(line.path, p -> new int[3]);
            int kind = kind(line);
            best[kind] = Math.max(best[kind], line.own);
        } else {
            better(line, path, relayedThere, otherThere, knownThere);
        }
    }

    private static int kind(Counted line) {
        if (line.relayed) {
            return 0;
        }
        return line.method.factor() == Factor.KNOWS ? 2 : 1;
    }

    private static void better(Counted line, int path, int[] relayed, int[] other, int[] known) {
        int[] of =
                switch (kind(line)) {
                    case 0 -> relayed;
                    case 1 -> other;
                    default -> known;
                };
        of[path] = Math.max(of[path], line.own);
    }

    private void elsewhere(int[] best) {
        knownElse += best[2];
        if (best[0] > best[1] && best[1] > 0) {
            choicesElse.add(new int[] {best[0], best[1]});
        } else if (best[0] > best[1]) {
            relayedElse += best[0];
        } else {
            otherElse += best[1];
        }
    }

    /** Whether the checks whose bits are set would cross, all passed now. */
    boolean crosses(int set) {
        System.arraycopy(relayedThere, 0, relayed, 0, relayed.length);
        System.arraycopy(otherThere, 0, other, 0, other.length);
        System.arraycopy(knownThere, 0, known, 0, known.length);
        System.arraycopy(countedThere, 0, counted, 0, counted.length);
        boolean memory = memoryThere;
        int factors = bits(factorsThere);
        for (int bits = set; bits != 0; bits &= bits - 1) {
            int i = Integer.numberOfTrailingZeros(bits);
            Counted check = checks.get(i);
            better(check, pathOf[i], relayed, other, known);
            if (check.own >= caps.counting()) {
                factors |= 1 << check.method.factor().ordinal();
                if (check.method.factor() == Factor.KNOWS) {
                    memory = true;
                } else {
                    counted[pathOf[i]] = true;
                }
            }
        }
        int paths = pathsElse + (memory ? 1 : 0);
        for (boolean counts : counted) {
            paths += counts ? 1 : 0;
        }
        return paths >= bar.paths() && enough(factors) && standing() >= bar.points();
    }

    private boolean enough(int factors) {
        for (Factor factor : bar.factors()) {
            if ((factors & 1 << factor.ordinal()) == 0) {
                return false;
            }
        }
        for (List<Factor> list : bar.oneOf()) {
            if ((factors & bits(list)) == 0) {
                return false;
            }
        }
        return true;
    }

    private static int bits(Iterable<Factor> factors) {
        int bits = 0;
        for (Factor factor : factors) {
            bits |= 1 << factor.ordinal();
        }
        return bits;
    }

    /** A relayed line is worth choosing over another on its path only if it has more points. */
    private int standing() {
        int knows = knownElse;
        int plain = otherElse;
        int read = relayedElse;
        List<int[]> choices = choicesElse;
        for (int p = 0; p < relayed.length; p++) {
            knows += known[p];
            if (relayed[p] <= other[p]) {
                plain += other[p];
            } else if (other[p] == 0) {
                read += relayed[p];
            } else {
                choices = choices == choicesElse ? new ArrayList<>(choicesElse) : choices;
                choices.add(new int[] {relayed[p], other[p]});
            }
        }
        return always + Math.min(caps.knows(), knows) + plain + best(choices, read);
    }

    private int best(List<int[]> choices, int read) {
        if (choices.size() > MOST_CHOICES) {
            return best(choices, 0, read, new HashMap<>());
        }
        int best = 0;
        for (int chosen = 0; chosen < 1 << choices.size(); chosen++) {
            int relayedSum = read;
            int plain = 0;
            for (int i = 0; i < choices.size(); i++) {
                if ((chosen & 1 << i) != 0) {
                    relayedSum += choices.get(i)[0];
                } else {
                    plain += choices.get(i)[1];
                }
            }
            best = Math.max(best, plain + Math.min(caps.relayed(), relayedSum));
        }
        return best;
    }

    private int best(List<int[]> choices, int from, int read, Map<Long, Integer> found) {
        int capped = Math.min(caps.relayed(), read);
        if (from == choices.size()) {
            return capped;
        }
        long key = (long) from << 32 | capped;
        Integer before = found.get(key);
        if (before == null) {
            int[] choice = choices.get(from);
            before =
                    Math.max(
                            best(choices, from + 1, capped + choice[0], found),
                            choice[1] + best(choices, from + 1, capped, found));
            found.put(key, before);
        }
        return before;
    }
}
