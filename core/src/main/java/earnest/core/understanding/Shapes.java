package earnest.core.understanding;

import java.util.regex.Pattern;

/** What a piece of a message looks like, whatever stands around it. Texts in any letters. */
final class Shapes {
    private static final Pattern MAIL = Pattern.compile("[^\\s@]+@[^\\s@]+\\.[a-zA-Z]{2,}");
    private static final Pattern ADDRESS =
            Pattern.compile(
                    "(?i)(https?://|www\\.)\\S+|[a-z0-9-]+(\\.[a-z0-9-]+)*\\.[a-z]{2,}(/\\S*)?");
    private static final Pattern TICKET =
            Pattern.compile("(?i)#\\d+|(t|tkt|ticket|inc|req|ritm|task|chg|case|ref)[-#]?\\d{2,}");
    private static final Pattern TELEPHONE =
            Pattern.compile("\\+\\d[\\d()/.-]{6,}|0\\d[\\d()/.-]{7,}");
    private static final Pattern DATE =
            Pattern.compile(
                    "\\d{4}-\\d{1,2}-\\d{1,2}(t[\\d:.z+-]*)?|\\d{1,2}[./-]\\d{1,2}[./-](\\d{4}|\\d{2})|\\d{1,2}(st|nd|rd|th)",
                    Pattern.CASE_INSENSITIVE);
    private static final Pattern TIME =
            Pattern.compile("(?i)\\d{1,2}[:.]\\d{2}([:.]\\d{2})?(am|pm|h)?|\\d{1,2}(am|pm|h|hrs)");
    private static final Pattern MACHINE =
            Pattern.compile(
                    "(?i)(v?\\d+(\\.\\d+)+|0x[0-9a-f]+|(windows|win|iphone|ipad|android|office|macos|ios|room|deck|gate|berth|floor|line|step|page|server|ver|version|pc|laptop|printer|dock|ubuntu|galaxy|pixel)[-_]?\\d{1,4}[a-z]?|[a-z]{2,5}-\\d{1,4}|[0-9a-f]{2}([:-][0-9a-f]{2}){5}|[\\w-]+\\.(pdf|docx?|xlsx?|png|jpe?g|txt|exe|zip|csv))");
    private static final Pattern SPECIAL = Pattern.compile("[^\\p{L}\\p{N}'’.-]");

    private Shapes() {}

    /** What is surely no secret: a mail address, a ticket, a number to call, a date, a time. */
    static boolean harmless(String piece) {
        return MAIL.matcher(piece).matches()
                || ADDRESS.matcher(piece).matches()
                || TICKET.matcher(piece).matches()
                || TELEPHONE.matcher(piece).matches()
                || DATE.matcher(piece).matches()
                || TIME.matcher(piece).matches();
    }

    /**
     * What is named with letters and digits though it is no secret: a machine, a version, a file.
     */
    static boolean machine(String piece) {
        return MACHINE.matcher(piece).matches();
    }

    static boolean digits(String piece) {
        return piece.matches("\\d+([ -]\\d+)*");
    }

    static boolean hasDigit(String piece) {
        return piece.chars().anyMatch(Character::isDigit);
    }

    /** Nothing but letters, apostrophes and hyphens. */
    static boolean plain(String piece) {
        return piece.matches("[\\p{L}'’-]+");
    }

    /** Whether it can hardly be a word: letters with digits or signs in them, or odd capitals. */
    static boolean odd(String piece) {
        if (harmless(piece) || machine(piece)) {
            return false;
        }
        boolean letter = piece.chars().anyMatch(Character::isLetter);
        boolean sign = SPECIAL.matcher(piece).find();
        boolean capital =
                piece.chars().skip(1).anyMatch(Character::isUpperCase)
                        && piece.chars().anyMatch(Character::isLowerCase);
        boolean digit = hasDigit(piece);
        return letter && (digit || sign || capital) || sign && digit && piece.length() >= 6;
    }

    /** Odd, and long and mixed enough to be a password wherever it stands. */
    static boolean surely(String piece) {
        boolean mixed =
                piece.chars().anyMatch(Character::isLetter)
                        && hasDigit(piece)
                        && (SPECIAL.matcher(piece).find()
                                || piece.chars().anyMatch(Character::isUpperCase)
                                        && piece.chars().anyMatch(Character::isLowerCase));
        return odd(piece) && mixed && piece.length() >= 7;
    }
}
