package earnest.ground;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/**
 * A reading of something that is put together of many parts, in one transaction in which nothing is
 * changed: what several parts ask for is asked once. Elsewhere each asks for itself.
 */
public final class Reading {
    private static final ScopedValue<Map<List<Object>, Object>> ANSWERS = ScopedValue.newInstance();

    private Reading() {}

    /** Reads; one within another is the same. */
    public static <T> T of(Supplier<T> whole) {
        return ANSWERS.isBound()
                ? whole.get()
                : ScopedValue.where(ANSWERS, new HashMap<>()).call(whole::get);
    }

    /** Whether something is being read, so that what is asked for beforehand is kept. */
    public static boolean isGoing() {
        return ANSWERS.isBound();
    }

    /** Whether an answer is there already. */
    public static boolean knows(Object... key) {
        return ANSWERS.isBound() && ANSWERS.get().containsKey(List.copyOf(Arrays.asList(key)));
    }

    /** Keeps an answer that came with others, as if it had been asked for. */
    public static void know(Object answer, Object... key) {
        if (ANSWERS.isBound()) {
            ANSWERS.get().putIfAbsent(List.copyOf(Arrays.asList(key)), answer);
        }
    }

    /**
     * An answer that is asked for once in a reading.
     *
     * @param key what is asked, and of what
     */
    @SuppressWarnings("unchecked") // what was put under a key is what its asker gets
    public static <T> T once(Supplier<T> ask, Object... key) {
        if (!ANSWERS.isBound()) {
            return ask.get();
        }
        List<Object> asked = List.copyOf(Arrays.asList(key));
        Object known = ANSWERS.get().get(asked);
        if (known == null) {
            known = ask.get();
            ANSWERS.get().put(asked, known);
        }
        return (T) known;
    }
}
