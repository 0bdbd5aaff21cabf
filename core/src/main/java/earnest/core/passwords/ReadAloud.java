package earnest.core.passwords;

/**
 * The style for the ear: groups of four characters that are hard to mishear, the letters of a group
 * all small or all capital.
 *
 * <p>A state holds the place within the group and what its letters are so far. A group without
 * letters is one string only, so it counts once.
 */
final class ReadAloud {
    static final int GROUP = 4;
    static final String LETTERS = "afhkmruwxy";
    static final String CHARACTERS =
            LETTERS + LETTERS.toUpperCase(java.util.Locale.ROOT) + "234679";
    static final int START = 0;
    static final int REFUSED = -1;

    private static final int NO_LETTER = 0;
    private static final int SMALL = 1;
    private static final int CAPITAL = 2;

    private ReadAloud() {}

    static int next(int state, char c) {
        int place = state / 3;
        int letters = state % 3;
        if (Character.isLetter(c)) {
            int kind = Character.isUpperCase(c) ? CAPITAL : SMALL;
            if (letters != NO_LETTER && letters != kind) {
                return REFUSED;
            }
            letters = kind;
        }
        int after = place + 1;
        return after == GROUP ? START : after * 3 + letters;
    }
}
