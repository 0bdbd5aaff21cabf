package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;

/**
 * Lets one passed line per path count (assurance, counting, step 4).
 *
 * <p>On each path only the best relayed and the best other line can matter; which of the two is
 * taken depends on the other paths only through the sum of relayed points up to its cap. So the
 * best choice is found over (path, relayed sum so far), exactly and without trying all
 * combinations.
 */
final class OnePerPath {
    private record Option(@Nullable Counted relayed, @Nullable Counted other) {}

    private record Best(int sum, int relayedLines) {
        boolean beats(Best than) {
            return sum > than.sum || (sum == than.sum && relayedLines < than.relayedLines);
        }
    }

    private final List<Option> paths;
    private final int cap;
    private final List<Map<Integer, Best>> known = new ArrayList<>();

    private OnePerPath(List<Option> paths, int cap) {
        this.paths = paths;
        this.cap = cap;
        paths.forEach(path -> known.add(new HashMap<>()));
    }

    /** The lines that count, of passed lines given in the counting order. */
    static Set<Counted> choose(List<Counted> passed, int relayedCap) {
        TreeMap<String, Option> byPath = new TreeMap<>();
        for (Counted line : passed) {
            byPath.merge(line.path, single(line), OnePerPath::better);
        }
        Set<Counted> chosen = new HashSet<>();
        List<Option> open = new ArrayList<>();
        for (Option option : byPath.values()) {
            if (option.relayed == null) {
                chosen.add(option.other);
            } else {
                open.add(option);
            }
        }
        new OnePerPath(open, relayedCap).collect(chosen);
        return chosen;
    }

    private static Option single(Counted line) {
        return line.relayed ? new Option(line, null) : new Option(null, line);
    }

    private static Option better(Option a, Option b) {
        return new Option(more(a.relayed, b.relayed), more(a.other, b.other));
    }

    /** More own points; the earlier of equals, which is {@code first} in the counting order. */
    private static @Nullable Counted more(@Nullable Counted first, @Nullable Counted second) {
        if (first == null || second == null) {
            return first == null ? second : first;
        }
        return second.own > first.own ? second : first;
    }

    private void collect(Set<Counted> chosen) {
        int relayedSum = 0;
        for (int i = 0; i < paths.size(); i++) {
            Counted line = pick(i, relayedSum);
            chosen.add(line);
            if (line.relayed) {
                relayedSum = capped(relayedSum + line.own);
            }
        }
    }

    private Counted pick(int path, int relayedSum) {
        Option option = paths.get(path);
        Counted relayed = option.relayed;
        Counted other = option.other;
        if (relayed == null || other == null) {
            return Objects.requireNonNull(relayed == null ? other : relayed);
        }
        Best withRelayed = withRelayed(path, relayedSum, relayed);
        Best withOther = withOther(path, relayedSum, other);
        if (withRelayed.beats(withOther)) {
            return relayed;
        }
        if (withOther.beats(withRelayed)) {
            return other;
        }
        if (relayed.own != other.own) {
            return relayed.own > other.own ? relayed : other;
        }
        return Counted.ORDER.compare(relayed, other) < 0 ? relayed : other;
    }

    private Best best(int path, int relayedSum) {
        if (path == paths.size()) {
            return new Best(relayedSum, 0);
        }
        Best found = known.get(path).get(relayedSum);
        if (found != null) {
            return found;
        }
        Option option = paths.get(path);
        Best best = null;
        if (option.relayed != null) {
            best = withRelayed(path, relayedSum, option.relayed);
        }
        if (option.other != null) {
            Best other = withOther(path, relayedSum, option.other);
            best = best == null || other.beats(best) ? other : best;
        }
        Best result = Objects.requireNonNull(best);
        known.get(path).put(relayedSum, result);
        return result;
    }

    private Best withRelayed(int path, int relayedSum, Counted line) {
        Best rest = best(path + 1, capped(relayedSum + line.own));
        return new Best(rest.sum, rest.relayedLines + 1);
    }

    private Best withOther(int path, int relayedSum, Counted line) {
        Best rest = best(path + 1, relayedSum);
        return new Best(rest.sum + line.own, rest.relayedLines);
    }

    private int capped(int sum) {
        return Math.min(cap, sum);
    }
}
