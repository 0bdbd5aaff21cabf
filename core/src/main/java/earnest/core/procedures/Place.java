package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.Map;
import java.util.TreeMap;

/**
 * Where a run stands: all that has to be kept of it beside its values. Immutable.
 *
 * @param line of the step that is next; 0: the procedure is over
 * @param turns how often each loop that is under way was begun, by its line
 * @param step that led into {@code otherwise}, as it is written; null outside of it
 * @param reason the outcome that led there; null outside of it
 */
public record Place(
        int line, Map<Integer, Integer> turns, @Nullable String step, @Nullable String reason) {
    public Place {
        turns = Map.copyOf(turns);
    }

    /** Whether nothing comes any more. */
    public boolean over() {
        return line == 0;
    }

    /** Whether it is within {@code otherwise}. */
    public boolean inOtherwise() {
        return step != null;
    }

    Place at(int next) {
        return new Place(next, turns, step, reason);
    }

    Place turned(int loop, int times) {
        Map<Integer, Integer> more = new TreeMap<>(turns);
        more.put(loop, times);
        return new Place(line, more, step, reason);
    }

    Place left(int loop) {
        Map<Integer, Integer> fewer = new TreeMap<>(turns);
        fewer.remove(loop);
        return new Place(line, fewer, step, reason);
    }
}
