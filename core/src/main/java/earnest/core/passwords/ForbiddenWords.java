package earnest.core.passwords;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * Finds forbidden words in text as it grows, one character at a time.
 *
 * <p>A character stands for itself in either case and for every letter it is commonly swapped for,
 * so that {@code 1} matches i and l alike. A state is the set of all beginnings of words that the
 * text so far ends in; states are made when first reached. Not thread-safe.
 */
final class ForbiddenWords {
    static final int START = 0;
    static final int FOUND = -1;

    private static final Map<Character, String> STANDS_FOR =
            Map.ofEntries(
                    Map.entry('0', "o"),
                    Map.entry('1', "il"),
                    Map.entry('3', "e"),
                    Map.entry('4', "a"),
                    Map.entry('5', "s"),
                    Map.entry('7', "t"),
                    Map.entry('8', "b"),
                    Map.entry('@', "a"),
                    Map.entry('$', "s"),
                    Map.entry('!', "il"));

    private final List<int[]> words;
    private final List<TreeSet<Long>> states = new ArrayList<>();
    private final Map<TreeSet<Long>, Integer> numbers = new HashMap<>();
    private final Map<Long, Integer> steps = new HashMap<>();

    ForbiddenWords(Iterable<String> forbidden) {
        TreeSet<String> sorted = new TreeSet<>();
        forbidden.forEach(word -> sorted.add(Normalizer.normalize(word, Normalizer.Form.NFC)));
        this.words =
                sorted.stream().map(word -> word.codePoints().map(Folded::of).toArray()).toList();
        number(new TreeSet<>());
    }

    /** The state after {@code c}, or {@link #FOUND} if a forbidden word ends there. */
    int next(int state, int c) {
        long key = (long) state << 32 | c;
        Integer known = steps.get(key);
        if (known == null) {
            known = step(state, c);
            steps.put(key, known);
        }
        return known;
    }

    private int step(int state, int c) {
        TreeSet<Long> after = new TreeSet<>();
        for (int word = 0; word < words.size(); word++) {
            if (!grow(after, word, 0, c)) {
                return FOUND;
            }
        }
        for (long begun : states.get(state)) {
            if (!grow(after, (int) (begun >>> 32), (int) begun, c)) {
                return FOUND;
            }
        }
        return number(after);
    }

    private boolean grow(TreeSet<Long> after, int word, int length, int c) {
        if (!matches(words.get(word)[length], c)) {
            return true;
        }
        if (length + 1 == words.get(word).length) {
            return false;
        }
        after.add((long) word << 32 | (length + 1));
        return true;
    }

    private static boolean matches(int letter, int c) {
        return Folded.of(c) == letter || standsFor(c).indexOf(letter) >= 0;
    }

    private static String standsFor(int c) {
        return c > Character.MAX_VALUE ? "" : STANDS_FOR.getOrDefault((char) c, "");
    }

    /** Characters with the same mark behave alike in every state. */
    BitSet mark(int c) {
        BitSet mark = new BitSet();
        int at = 0;
        for (int[] word : words) {
            for (int letter : word) {
                mark.set(at++, matches(letter, c));
            }
        }
        return mark;
    }

    /** How many states have been made so far. */
    int states() {
        return states.size();
    }

    /** Whether any word occurs in a text. */
    boolean occurIn(int[] text) {
        int state = START;
        for (int c : text) {
            state = next(state, c);
            if (state == FOUND) {
                return true;
            }
        }
        return false;
    }

    private int number(TreeSet<Long> state) {
        Integer number = numbers.get(state);
        if (number == null) {
            number = states.size();
            states.add(state);
            numbers.put(state, number);
        }
        return number;
    }
}
