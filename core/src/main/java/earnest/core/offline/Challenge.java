package earnest.core.offline;

import java.util.Locale;

/**
 * What a locked machine shows: ten characters, the last of which tells most slips of whoever reads
 * or hears the others. Immutable, thread-safe.
 *
 * @param question the ten, small and without spaces and hyphens
 */
public record Challenge(String question) {
    /** All that are told apart when they are read aloud. */
    static final String ALPHABET = "23456789abcdefghjkmnpqrstuvwxyz";

    private static final int LENGTH = 10;
    private static final int GROUP = 5;

    /**
     * Holds the ten.
     *
     * @throws IllegalArgumentException with what is wrong, in words
     */
    public Challenge {
        for (int i = 0; i < question.length(); i = question.offsetByCodePoints(i, 1)) {
            int character = question.codePointAt(i);
            if (ALPHABET.indexOf(character) < 0) {
                throw new IllegalArgumentException(
                        "“%s” is in no challenge; they are made of %s"
                                .formatted(Character.toString(character), ALPHABET));
            }
        }
        if (question.length() != LENGTH) {
            throw new IllegalArgumentException(
                    String.format(
                            Locale.ROOT,
                            "has %d characters instead of %d",
                            question.length(),
                            LENGTH));
        }
        if (question.charAt(LENGTH - 1) != check(question)) {
            throw new IllegalArgumentException(
                    "the last character does not fit the others; one of them was misread");
        }
    }

    /**
     * Reads one as it was typed: capitals become small, spaces and hyphens go.
     *
     * @throws IllegalArgumentException with what is wrong, in words
     */
    public static Challenge read(String typed) {
        StringBuilder question = new StringBuilder(LENGTH);
        for (int i = 0; i < typed.length(); i++) {
            char c = typed.charAt(i);
            if (c != ' ' && c != '-') {
                question.append(c >= 'A' && c <= 'Z' ? (char) (c - 'A' + 'a') : c);
            }
        }
        return new Challenge(question.toString());
    }

    /** The check character of the nine before it. */
    private static char check(String question) {
        int sum = 0;
        for (int i = 0; i < LENGTH - 1; i++) {
            sum += (i + 1) * ALPHABET.indexOf(question.charAt(i));
        }
        return ALPHABET.charAt(sum % ALPHABET.length());
    }

    /** In two groups, as the machine shows it. */
    public String shown() {
        return question.substring(0, GROUP) + " " + question.substring(GROUP);
    }
}
