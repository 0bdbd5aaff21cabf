package earnest.core.understanding;

import earnest.core.understanding.Words.Piece;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Secrets that show by what stands around them: {@code my password is …}, {@code … is the code}. A
 * value goes on over spaces as long as it may be one of several words.
 */
final class SecretCues {
    private static final int REACH = 7;
    private static final int LONGEST = 10;
    private static final String QUOTES = "\"“„«`";
    private static final String QUOTES_END = "\"”“»`";
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

    private final String message;
    private final List<Piece> pieces;
    private final BiConsumer<Integer, Integer> place;

    /** Whether the message speaks of a password at all. */
    private final boolean aboutPassword;

    private SecretCues(String message, BiConsumer<Integer, Integer> place) {
        this.message = message;
        this.pieces = Words.of(message);
        this.place = place;
        this.aboutPassword =
                pieces.stream()
                        .map(piece -> stem(piece.word()))
                        .anyMatch(
                                word ->
                                        WordLists.PASSWORDS.contains(word)
                                                || WordLists.MAYBE_PASSWORDS.contains(word));
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
        if (WordLists.GAVE.contains(word) && i + 1 < pieces.size()) {
            gave(i + 1);
        }
        if (aboutPassword) {
            mentioned(i);
        }
        shown(i);
    }

    private enum Kind {
        PASSWORD,
        /** Only what can hardly be a word. */
        MAYBE,
        /** Only what has digits, or spells them. */
        CODE
    }

    private static String stem(String word) {
        return word.endsWith("'s") ? word.substring(0, word.length() - 2) : word;
    }

    /** A code that is none to sign in with, such as that of an error. */
    private boolean another(int i) {
        return i > 0 && WordLists.OTHER_CODES.contains(pieces.get(i - 1).word());
    }

    private String text(int i) {
        return message.substring(pieces.get(i).from(), pieces.get(i).to());
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

    private boolean quoted(int k) {
        int from = pieces.get(k).from();
        return from > 0 && (QUOTES.indexOf(message.charAt(from - 1)) >= 0 || apostrophe(from));
    }

    private boolean apostrophe(int from) {
        char before = message.charAt(from - 1);
        return (before == '\'' || before == '‘')
                && (from == 1 || Character.isWhitespace(message.charAt(from - 2)));
    }

    /** Only the name of what it is. */
    private boolean cue(int k) {
        String word = stem(pieces.get(k).word());
        return WordLists.PASSWORDS.contains(word)
                || WordLists.CODES.contains(word)
                || WordLists.PINS.contains(word);
    }

    /** Digits that may be a code: three to ten, in groups too; or digits in words. */
    private boolean code(int k) {
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

    private boolean goesOnInDigits(int k) {
        return k + 1 < pieces.size() && !pieces.get(k).ends() && text(k + 1).matches("\\d{1,4}");
    }

    /** How many digits are said in words from there on. */
    private int spelt(int k) {
        int many = 0;
        while (k + many < pieces.size()
                && WordLists.DIGIT_WORDS.contains(
                        pieces.get(k + many).word().replaceAll("-.*", ""))) {
            many++;
        }
        return many;
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

    /**
     * Where a value of several words ends: at a bound, at a sign, or at what is surely no secret.
     */
    private int last(int k) {
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
    private void codes(int k) {
        int next = after(digits(k));
        while (next < pieces.size() && code(next) && text(next).length() >= 4) {
            next = after(digits(next));
        }
    }

    private int after(int k) {
        boolean and = k + 1 < pieces.size() && pieces.get(k + 1).word().equals("and");
        return and ? k + 2 : k + 1;
    }

    /** One, in groups perhaps; gives its last piece. */
    private int digits(int k) {
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

    private void inQuotes(int k) {
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

    private boolean letterAt(int c) {
        return c < message.length() && Character.isLetterOrDigit(message.charAt(c));
    }

    /**
     * With the signs that may belong to it: a stop or a comma do not, a mark of exclamation may.
     */
    private void take(int first, int last) {
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

    private boolean quotedEnd(int k) {
        int to = pieces.get(k).to();
        return to < message.length() && (QUOTES_END + "'’").indexOf(message.charAt(to)) >= 0;
    }

    private void openingQuote(int k) {
        for (int c = pieces.get(k).from() - 1; c >= 0; c--) {
            if ((QUOTES + "'‘").indexOf(message.charAt(c)) >= 0) {
                place.accept(c + 1, pieces.get(k).to());
                return;
            }
        }
        take(k, k);
    }

    /** After 'I typed': what can hardly be anything else than a password, one or several. */
    private void gave(int first) {
        int k = Set.of("in", "it", "as").contains(pieces.get(first).word()) ? first + 1 : first;
        boolean list = false;
        while (k < pieces.size()) {
            if (quoted(k) && (aboutPassword || !Shapes.plain(text(k)) || !quotedEnd(k))) {
                inQuotes(k);
            } else if (text(k).matches("\\d{6}|\\d{3}-\\d{3}")
                    || Shapes.surely(text(k))
                    || (aboutPassword || list) && Shapes.odd(text(k))) {
                take(k, k);
            } else {
                return;
            }
            list = true;
            k++;
            while (k < pieces.size()
                    && Set.of("and", "or", "then", "also", "even").contains(pieces.get(k).word())) {
                k++;
            }
        }
    }

    /**
     * Where the message speaks of a password: what can hardly be anything else, wherever it stands;
     * and what 'it' is, or 'the new one', or what it was set to.
     */
    private void mentioned(int i) {
        if (Shapes.surely(text(i))) {
            take(i, i);
        }
        String word = pieces.get(i).word();
        boolean it =
                Set.of("it's", "its", "that's").contains(word)
                        || i > 0
                                && Set.of("is", "was", "to", "as", "be").contains(word)
                                && Set.of(
                                                "it", "one", "ones", "that", "set", "changed",
                                                "reset", "this", "mine")
                                        .contains(pieces.get(i - 1).word())
                        || i > 1
                                && word.equals("to")
                                && Set.of("set", "changed", "reset", "change")
                                        .contains(pieces.get(i - 2).word());
        if (!it || i + 1 >= pieces.size() || pieces.get(i).ends()) {
            return;
        }
        int k = i + 1;
        while (k < pieces.size() - 1 && WordLists.FILLERS.contains(pieces.get(k).word())) {
            k++;
        }
        if (quoted(k)) {
            inQuotes(k);
        } else if (Shapes.odd(text(k))) {
            take(k, last(k));
        }
    }

    /** Six digits that a telephone or an app showed. */
    private void shown(int i) {
        String text = text(i);
        boolean six = text.matches("\\d{6}") || text.matches("\\d{3}[- ]\\d{3}");
        boolean halves =
                text.matches("\\d{3}")
                        && i + 1 < pieces.size()
                        && !pieces.get(i).ends()
                        && text(i + 1).matches("\\d{3}");
        if (!six && !halves) {
            return;
        }
        boolean source = false;
        for (int k = Math.max(0, i - REACH); k < i; k++) {
            String word = pieces.get(k).word();
            source |=
                    Set.of("authenticator", "text", "texted", "sms", "app", "2fa", "mfa")
                            .contains(word);
            if (Set.of("error", "ticket", "case", "request", "reference", "staff", "order")
                    .contains(word)) {
                return;
            }
        }
        if (source) {
            take(i, halves ? i + 1 : i);
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
