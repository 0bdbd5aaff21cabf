package earnest.core.assurance;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The quickest ways across: smallest sets of available checks that would open an action.
 *
 * <p>Further proof never closes a door, so a set is smallest exactly when it opens and none of the
 * sets with one check less does; and a branch in which even all remaining checks do not open is not
 * entered.
 */
final class Ways {
    private static final int MOST_AVAILABLE = 16;
    private static final int MOST_WAYS = 3;

    private record Way(long cost, List<String> ids, List<String> methods) {}

    private static final Comparator<Way> QUICKEST =
            Comparator.comparingLong(Way::cost)
                    .thenComparingInt(way -> way.ids().size())
                    .thenComparing(Way::ids, Ways::compare);

    private final AssessmentInput input;
    private final List<Available> available;
    private final Reach reach;

    /** 0 not looked at, 1 opens, 2 does not; by set of checks as bits. */
    private final byte[] known;

    private final List<Way> found = new ArrayList<>();

    private Ways(AssessmentInput input, Verdict.Bar bar) {
        this.input = input;
        this.available = strongest(input);
        this.reach = new Reach(input, available, bar, input.now());
        this.known = new byte[1 << available.size()];
    }

    static List<List<String>> across(AssessmentInput input, Verdict.Bar bar) {
        Ways ways = new Ways(input, bar);
        ways.search(0, 0);
        ways.found.sort(QUICKEST);
        List<List<String>> first = new ArrayList<>();
        Set<Object> alike = new HashSet<>();
        for (Way way : ways.found) {
            if (first.size() < MOST_WAYS && alike.add(List.of(way.cost, way.methods))) {
                first.add(way.ids);
            }
        }
        return first;
    }

    private static List<Available> strongest(AssessmentInput input) {
        List<Available> all = new ArrayList<>(input.available());
        if (all.size() > MOST_AVAILABLE) {
            all.sort(
                    Comparator.comparingInt(
                                    (Available check) ->
                                            -input.rulebook().checks().get(check.method()).points())
                            .thenComparing(Available::id));
            all = new ArrayList<>(all.subList(0, MOST_AVAILABLE));
        }
        all.sort(Comparator.comparing(Available::id));
        return all;
    }

    private void search(int set, int next) {
        if (opens(set)) {
            if (smallest(set)) {
                found.add(way(set));
            }
            return;
        }
        int rest = (known.length - 1) & -(1 << next);
        if (next == available.size() || !opens(set | rest)) {
            return;
        }
        search(set | 1 << next, next + 1);
        search(set, next + 1);
    }

    private boolean smallest(int set) {
        for (int bits = set; bits != 0; bits &= bits - 1) {
            if (opens(set & ~Integer.lowestOneBit(bits))) {
                return false;
            }
        }
        return true;
    }

    private boolean opens(int set) {
        if (known[set] == 0) {
            known[set] = (byte) (reach.crosses(set) ? 1 : 2);
        }
        return known[set] == 1;
    }

    private Way way(int set) {
        long work = 0;
        long wait = 0;
        List<String> ids = new ArrayList<>();
        List<String> methods = new ArrayList<>();
        for (int i = 0; i < available.size(); i++) {
            if ((set & 1 << i) != 0) {
                Available check = available.get(i);
                Method method = input.rulebook().checks().get(check.method());
                work += method.workSeconds();
                wait = Math.max(wait, method.waitSeconds());
                ids.add(check.id());
                methods.add(check.method());
            }
        }
        methods.sort(Comparator.naturalOrder());
        return new Way(work + wait, ids, methods);
    }

    private static int compare(List<String> a, List<String> b) {
        for (int i = 0; i < Math.min(a.size(), b.size()); i++) {
            int order = a.get(i).compareTo(b.get(i));
            if (order != 0) {
                return order;
            }
        }
        return Integer.compare(a.size(), b.size());
    }
}
