package earnest.core.passwords;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * The characters that a style and a policy leave, those that behave alike put together, and how
 * forbidden words grow with each group. Immutable once made.
 */
final class Alphabet {
    /** Characters of one class that no forbidden word tells apart. */
    record Group(CharacterClass type, int[] characters) {}

    private record Mark(CharacterClass type, BitSet ofWords) {}

    private static final int FIRST_PRINTABLE = 0x21;
    private static final int LAST_PRINTABLE = 0x7e;

    private final List<Group> groups;
    private final int size;
    private final List<int[]> next = new ArrayList<>();

    Alphabet(Policy policy, Style style) {
        ForbiddenWords words = new ForbiddenWords(policy.forbiddenWords());
        Map<Mark, List<Integer>> alike = new LinkedHashMap<>();
        Set<Integer> characters = characters(policy, style);
        for (int c : characters) {
            alike.computeIfAbsent(
                            new Mark(CharacterClass.of(c), words.mark(c)), m -> new ArrayList<>())
                    .add(c);
        }
        this.size = characters.size();
        this.groups =
                alike.entrySet().stream()
                        .map(
                                e ->
                                        new Group(
                                                e.getKey().type(),
                                                e.getValue().stream().mapToInt(c -> c).toArray()))
                        .toList();
        // Each step may make further states, until all that can be reached are there.
        for (int state = 0; state < words.states(); state++) {
            int from = state;
            next.add(groups.stream().mapToInt(g -> words.next(from, g.characters[0])).toArray());
        }
    }

    private static Set<Integer> characters(Policy policy, Style style) {
        IntStream all =
                style == Style.READ_ALOUD
                        ? ReadAloud.CHARACTERS.codePoints()
                        : policy.allowed() == null
                                ? IntStream.rangeClosed(FIRST_PRINTABLE, LAST_PRINTABLE)
                                : policy.allowed().stream().mapToInt(c -> c);
        return all.filter(policy::allows).boxed().collect(Collectors.toCollection(TreeSet::new));
    }

    List<Group> groups() {
        return groups;
    }

    /** How many characters there are. */
    int size() {
        return size;
    }

    int wordStates() {
        return next.size();
    }

    /** The state of the forbidden words after any character of a group, or {@code FOUND}. */
    int next(int wordState, int group) {
        return next.get(wordState)[group];
    }
}
