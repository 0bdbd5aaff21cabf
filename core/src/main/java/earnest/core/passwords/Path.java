package earnest.core.passwords;

import java.util.List;

/**
 * Where a password may go on from where it is: the product of a style and the forbidden words, as
 * one state. For strings whose lengths leave the same remainder by {@link #period}. Immutable.
 */
final class Path {
    static final int START = 0;
    static final int NOWHERE = -1;

    private final Alphabet alphabet;
    private final boolean readAloud;
    private final int length;

    /**
     * @param length of the whole password; only its remainder by the period matters
     */
    Path(Alphabet alphabet, Style style, int length) {
        this.alphabet = alphabet;
        this.readAloud = style == Style.READ_ALOUD;
        this.length = length;
    }

    /** After how many characters the style begins anew. */
    static int period(Style style) {
        return style == Style.READ_ALOUD ? ReadAloud.GROUP : 1;
    }

    int period() {
        return readAloud ? ReadAloud.GROUP : 1;
    }

    int states() {
        return alphabet.wordStates() * (readAloud ? ReadAloud.STATES : 1);
    }

    /** The state of the same style that has begun no forbidden word; it is the least of them. */
    int home(int state) {
        return state - state % alphabet.wordStates() + ForbiddenWords.START;
    }

    List<Alphabet.Group> groups() {
        return alphabet.groups();
    }

    /** The state after a character of a group, while {@code left} characters are to come. */
    int next(int state, int left, int group) {
        int word = alphabet.next(state % alphabet.wordStates(), group);
        if (word == ForbiddenWords.FOUND) {
            return NOWHERE;
        }
        if (!readAloud) {
            return word;
        }
        int style =
                ReadAloud.next(
                        state / alphabet.wordStates(),
                        Math.floorMod(length - left, ReadAloud.GROUP),
                        groups().get(group).type());
        return style == ReadAloud.REFUSED ? NOWHERE : style * alphabet.wordStates() + word;
    }

    /** The state after {@code times} characters of a group. */
    int run(int state, int left, int group, int times) {
        int at = state;
        for (int i = 0; i < times && at != NOWHERE; i++) {
            at = next(at, left - i, group);
        }
        return at;
    }
}
