package earnest.core.passwords;

import java.util.Locale;

/**
 * The style for the ear: groups of four characters that are hard to mishear, the letters of a group
 * all small or all capital.
 *
 * <p>A state is what the letters of the present group are so far. A group without letters is one
 * string only, so it counts once.
 */
final class ReadAloud {
    static final int GROUP = 4;
    static final String LETTERS = "afhkmruwxy";
    static final String CHARACTERS = LETTERS + LETTERS.toUpperCase(Locale.ROOT) + "234679";
    static final int STATES = 3;
    static final int START = 0;
    static final int REFUSED = -1;

    private static final int SMALL = 1;
    private static final int CAPITAL = 2;

    private ReadAloud() {}

    /** The state after a character at a place, counted from 0 at the beginning. */
    static int next(int state, int place, CharacterClass type) {
        int letters = state;
        if (type == CharacterClass.LOWER || type == CharacterClass.UPPER) {
            int kind = type == CharacterClass.UPPER ? CAPITAL : SMALL;
            if (letters != START && letters != kind) {
                return REFUSED;
            }
            letters = kind;
        }
        return place % GROUP == GROUP - 1 ? START : letters;
    }
}
