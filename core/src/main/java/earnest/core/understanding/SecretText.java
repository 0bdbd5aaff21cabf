package earnest.core.understanding;

import earnest.core.understanding.Words.Piece;

import java.util.List;
import java.util.function.BiConsumer;

/**
 * A message in which secrets are looked for: what stands where, how far a value goes, and what is
 * taken of it.
 */
abstract class SecretText {
    private static final int LONGEST = 10;
    private static final String QUOTES = "\"“„«`";
    private static final String QUOTES_END = "\"”“»`";

    final String message;
    final List<Piece> pieces;
    private final BiConsumer<Integer, Integer> place;

    SecretText(String message, BiConsumer<Integer, Integer> place) {
        this.message = message;
        this.pieces = Words.of(message);
        this.place = place;
    }

    static String stem(String word) {
        return word.endsWith("'s") ? word.substring(0, word.length() - 2) : word;
    }

    String text(int i) {
        return message.substring(pieces.get(i).from(), pieces.get(i).to());
    }

    boolean quoted(int k) {
        int from = pieces.get(k).from();
        return from > 0 && (QUOTES.indexOf(message.charAt(from - 1)) >= 0 || apostrophe(from));
    }

    boolean apostrophe(int from) {
        char before = message.charAt(from - 1);
        return (before == '\'' || before == '‘')
                && (from == 1 || Character.isWhitespace(message.charAt(from - 2)));
    }

    /** Only the name of what it is. */
    boolean cue(int k) {
        String word = stem(pieces.get(k).word());
        return WordLists.PASSWORDS.contains(word)
                || WordLists.CODES.contains(word)
                || WordLists.PINS.contains(word);
    }

    /** Digits that may be a code: three to ten, in groups too; or digits in words. */
    boolean code(int k) {
        String text = text(k);
        if (text.matches("\\d{2}-\\d{2}-\\d{2}")) {
            return true;
        }
        if (Shapes.harmless(text) || text.matches("\\d{1,2}") && !goesOnInDigits(k)) {
            return spelt(k) >= 3;
        }
        return text.matches("\\d{1,10}")
                || text.matches("\\d{2,4}([-.·]\\d{2,4}){1,3}")
                || text.matches("(?i)(?=[a-z-]*\\d)(?=[\\d-]*[a-z])[a-z0-9]{4,8}(-[a-z0-9]{3,8})*")
                        && !Shapes.machine(text)
                || text.matches("(?i)[a-z]-\\d{4,8}")
                || spelt(k) >= 3;
    }

    boolean goesOnInDigits(int k) {
        return k + 1 < pieces.size() && !pieces.get(k).ends() && text(k + 1).matches("\\d{1,4}");
    }

    /** How many digits are said in words from there on. */
    int spelt(int k) {
        int many = 0;
        while (k + many < pieces.size()
                && WordLists.DIGIT_WORDS.contains(
                        pieces.get(k + many).word().replaceAll("-.*", ""))) {
            many++;
        }
        return many;
    }

    /**
     * Where a value of several words ends: at a bound, at a sign, or at what is surely no secret.
     */
    int last(int k) {
        int last = k;
        while (last + 1 < pieces.size()
                && last - k < LONGEST
                && !pieces.get(last).ends()
                && !WordLists.BOUNDS.contains(pieces.get(last + 1).word())
                && !Shapes.harmless(text(last + 1))
                && !WordLists.IS.contains(pieces.get(last + 1).word())) {
            last++;
        }
        return last;
    }

    /** One or several. */
    void codes(int k) {
        int next = after(digits(k));
        while (next < pieces.size() && code(next) && text(next).length() >= 4) {
            next = after(digits(next));
        }
    }

    int after(int k) {
        boolean and = k + 1 < pieces.size() && pieces.get(k + 1).word().equals("and");
        return and ? k + 2 : k + 1;
    }

    /** One, in groups perhaps; gives its last piece. */
    int digits(int k) {
        int said = spelt(k);
        int last = said >= 3 ? k + said - 1 : k;
        while (said < 3
                && last + 1 < pieces.size()
                && !pieces.get(last).ends()
                && Shapes.hasDigit(text(k))
                && text(last + 1).matches("\\d{1,6}")) {
            last++;
        }
        take(k, last);
        return last;
    }

    void inQuotes(int k) {
        int from = pieces.get(k).from();
        char opens = message.charAt(from - 1);
        int to = -1;
        for (int c = from; c < message.length() && to < 0; c++) {
            char sign = message.charAt(c);
            boolean closes =
                    opens == '\'' || opens == '‘'
                            ? (sign == '\'' || sign == '’') && !letterAt(c + 1)
                            : QUOTES_END.indexOf(sign) >= 0;
            if (closes) {
                to = c;
            } else if (sign == '\n') {
                break;
            }
        }
        place.accept(from, to < 0 ? pieces.get(k).to() : to);
    }

    boolean letterAt(int c) {
        return c < message.length() && Character.isLetterOrDigit(message.charAt(c));
    }

    /**
     * With the signs that may belong to it: a stop or a comma do not, a mark of exclamation may.
     */
    void take(int first, int last) {
        int from = pieces.get(first).from();
        while (from > 0
                && !Character.isWhitespace(message.charAt(from - 1))
                && "*_<{[(".indexOf(message.charAt(from - 1)) >= 0) {
            from--;
        }
        Piece end = pieces.get(last);
        String after = end.after();
        int keep = after.length();
        while (keep > 0 && ".,;:)\"'”’»".indexOf(after.charAt(keep - 1)) >= 0) {
            keep--;
        }
        place.accept(from, end.to() + keep);
    }

    boolean quotedEnd(int k) {
        int to = pieces.get(k).to();
        return to < message.length() && (QUOTES_END + "'’").indexOf(message.charAt(to)) >= 0;
    }

    void openingQuote(int k) {
        for (int c = pieces.get(k).from() - 1; c >= 0; c--) {
            if ((QUOTES + "'‘").indexOf(message.charAt(c)) >= 0) {
                place.accept(c + 1, pieces.get(k).to());
                return;
            }
        }
        take(k, k);
    }
}
