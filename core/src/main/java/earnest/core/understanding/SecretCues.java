package earnest.core.understanding;

import earnest.core.understanding.Words.Piece;

import java.util.Locale;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Secrets that show by what stands around them: {@code my password is …}, {@code … is the code}. A
 * value goes on over spaces as long as it may be one of several words.
 */
final class SecretCues extends SecretText {
    private static final int REACH = 7;
    private static final Pattern ANSWERS =
            Pattern.compile(
                    "(?i)\\b(?:maiden name|(?:first|my)"
                        + " (?:pet|dog|cat|school|car|teacher)(?:'s|’s)?(?: name)?|pet(?:'s|’s)?"
                        + " name|(?:security|secret) (?:answer|question)|memorable"
                        + " (?:word|name|date)|answer(?: to (?:it|that|my|the)[^.!?\\n"
                        + "]{0,40}?)?|favou?rite"
                        + " (?:colou?r|food|film|book|place|team|teacher|song)|street (?:that )?i"
                        + " grew up (?:on|in))\\b(?:[^.!?\\n"
                        + "]{0,20}?)(?:\\bis\\b|\\bwas\\b|:|=)\\s*");

    private SecretCues(String message, BiConsumer<Integer, Integer> place) {
        super(message, place);
    }

    static void find(String message, BiConsumer<Integer, Integer> place) {
        SecretCues cues = new SecretCues(message, place);
        for (int i = 0; i < cues.pieces.size(); i++) {
            cues.at(i);
        }
        cues.answers();
    }

    private void at(int i) {
        String word = pieces.get(i).word();
        String cue = stem(word);
        if (WordLists.PASSWORDS.contains(cue)) {
            forward(i, Kind.PASSWORD);
            backward(i);
        } else if (WordLists.MAYBE_PASSWORDS.contains(cue)) {
            boolean named = Set.of("pass", "secret").contains(cue) && joins(i);
            forward(i, named ? Kind.PASSWORD : Kind.MAYBE);
            backward(i);
        } else if (WordLists.CODES.contains(cue) && !another(i)) {
            forward(i, Kind.CODE);
            backward(i);
        } else if (WordLists.PINS.contains(cue)) {
            forward(i, Kind.CODE);
            backward(i);
        } else if (WordLists.KEYS.contains(cue)) {
            forward(i, Kind.MAYBE);
        }
    }

    private enum Kind {
        PASSWORD,
        /** Only what can hardly be a word. */
        MAYBE,
        /** Only what has digits, or spells them. */
        CODE
    }

    /** A code that is none to sign in with, such as that of an error. */
    private boolean another(int i) {
        return i > 0 && WordLists.OTHER_CODES.contains(pieces.get(i - 1).word());
    }

    private boolean joins(int i) {
        Piece piece = pieces.get(i);
        return WordLists.IS.contains(piece.word())
                || piece.after().startsWith(":")
                || piece.after().startsWith("=")
                || piece.after().startsWith(")") && piece.after().contains(":");
    }

    /** Looks behind a cue for 'is' or a colon, and takes what follows; or what follows at once. */
    private void forward(int i, Kind kind) {
        Piece cue = pieces.get(i);
        if (joins(i) && !WordLists.IS.contains(cue.word())) {
            value(i + 1, kind, true);
            return;
        }
        if (cue.word().endsWith("'s") && i + 1 < pieces.size()) {
            value(i + 1, kind, false);
            return;
        }
        if (i + 1 < pieces.size() && !cue.ends() && direct(i + 1, kind)) {
            value(i + 1, kind, false);
            return;
        }
        if (cue.ends() && !goesOn(cue, kind)) {
            nextLine(i, kind);
            return;
        }
        for (int k = i + 1; k < Math.min(pieces.size(), i + 1 + REACH); k++) {
            if (kind == Kind.CODE && code(k)) {
                value(k, kind, false);
                return;
            }
            if (joins(k)) {
                boolean colon = !WordLists.IS.contains(pieces.get(k).word());
                value(k + 1, kind, colon || "=:->=>".contains(pieces.get(k).word()));
                return;
            }
            if (pieces.get(k).ends() && !goesOn(pieces.get(k), kind)) {
                return;
            }
        }
    }

    /** What was put in brackets does not end what was begun, nor a comma before a code. */
    private static boolean goesOn(Piece piece, Kind kind) {
        return piece.after().equals(")") || piece.after().equals(",") && kind == Kind.CODE;
    }

    /** A value on a line of its own below its name. */
    private void nextLine(int i, Kind kind) {
        if (pieces.get(i).line() && i + 1 < pieces.size() && direct(i + 1, kind)) {
            value(i + 1, kind, false);
        }
    }

    private boolean direct(int k, Kind kind) {
        String text = text(k);
        return switch (kind) {
            case PASSWORD -> Shapes.odd(text) || quoted(k) && !cue(k) || code(k);
            case MAYBE -> Shapes.odd(text) || quoted(k) && !cue(k);
            case CODE -> code(k) || quoted(k) && Shapes.hasDigit(text);
        };
    }

    /**
     * Takes the value that begins there.
     *
     * @param sure whether a colon or an equals sign said that it follows
     */
    private void value(int at, Kind kind, boolean sure) {
        int k = at;
        while (k < pieces.size() - 1
                && WordLists.FILLERS.contains(pieces.get(k).word())
                && !pieces.get(k).ends()) {
            k++;
        }
        if (k >= pieces.size()) {
            return;
        }
        if (quoted(k)) {
            if (!cue(k)) {
                inQuotes(k);
            }
            return;
        }
        String text = text(k);
        if (Shapes.harmless(text)
                && !(kind == Kind.CODE && code(k))
                && !(sure
                        && kind == Kind.PASSWORD
                        && Shapes.hasDigit(text)
                        && !text.contains("@"))) {
            return;
        }
        switch (kind) {
            case CODE -> {
                if (code(k)) {
                    codes(k);
                } else if (sure && Shapes.odd(text)) {
                    take(k, k);
                }
            }
            case MAYBE -> {
                for (int one = k; one < Math.min(pieces.size(), k + (sure ? 5 : 1)); one++) {
                    if (Shapes.odd(text(one))) {
                        take(one, one);
                    }
                }
            }
            case PASSWORD -> password(k, sure);
        }
    }

    private void password(int k, boolean sure) {
        String word = pieces.get(k).word();
        boolean state = WordLists.STATES.contains(word) || WordLists.BOUNDS.contains(word);
        if (state && Shapes.plain(text(k)) && !phrase(k)) {
            return;
        }
        if (!sure && word.length() < 2) {
            return;
        }
        take(k, last(k));
    }

    /** Words that only make sense as a password of several words: three or more, none a bound. */
    private boolean phrase(int k) {
        if (!pieces.get(k).word().equals("correct")) {
            return false;
        }
        return last(k) - k >= 2;
    }

    /** What stands before 'is my password', or after 'use' and before 'as the code'. */
    private void backward(int i) {
        int k = i - 1;
        while (k > 0
                && i - k <= 5
                && WordLists.DETERMINERS.contains(pieces.get(k).word())
                && !pieces.get(k).ends()) {
            k--;
        }
        if (k < 1 || !Set.of("is", "was", "as", "for").contains(pieces.get(k).word())) {
            return;
        }
        int value = k - 1;
        String text = text(value);
        String word = pieces.get(value).word();
        if (pieces.get(value).ends() && !pieces.get(value).after().startsWith("!")
                || Shapes.harmless(text)
                || WordLists.POINTERS.contains(word)) {
            return;
        }
        boolean given = value > 0 && WordLists.GAVE.contains(pieces.get(value - 1).word());
        boolean first = value == 0 || pieces.get(value - 1).ends();
        boolean is = Set.of("is", "was").contains(pieces.get(k).word());
        if (quotedEnd(value)) {
            openingQuote(value);
        } else if (Shapes.odd(text)
                || Shapes.hasDigit(text) && !Shapes.machine(text)
                || given && !WordLists.STATES.contains(word)
                || first && is && !WordLists.STATES.contains(word)) {
            int from = value;
            while (from > 0
                    && Shapes.digits(text)
                    && !pieces.get(from - 1).ends()
                    && text(from - 1).matches("\\d{1,6}")) {
                from--;
            }
            take(from, value);
        }
    }

    /** What answers a question that only the person should be able to answer. */
    private void answers() {
        Matcher found = ANSWERS.matcher(message);
        while (found.find()) {
            int at = found.end();
            for (int k = 0; k < pieces.size(); k++) {
                if (pieces.get(k).from() >= at) {
                    boolean asked =
                            !found.group().toLowerCase(Locale.ROOT).startsWith("answer")
                                    || message.toLowerCase(Locale.ROOT).contains("question");
                    if (asked) {
                        value(k, Kind.PASSWORD, false);
                    }
                    break;
                }
            }
        }
    }
}
