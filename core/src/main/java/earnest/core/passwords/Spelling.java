package earnest.core.passwords;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** How a secret is said: groups, and for each the words of the ICAO spelling alphabet. */
public final class Spelling {
    private static final String[] LETTERS = {
        "alfa", "bravo", "charlie", "delta", "echo", "foxtrot", "golf", "hotel", "india",
        "juliett", "kilo", "lima", "mike", "november", "oscar", "papa", "quebec", "romeo",
        "sierra", "tango", "uniform", "victor", "whiskey", "x-ray", "yankee", "zulu"
    };
    private static final String[] DIGITS = {
        "zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"
    };
    private static final Map<Character, String> SYMBOLS =
            Map.ofEntries(
                    Map.entry(' ', "space"),
                    Map.entry('!', "exclamation mark"),
                    Map.entry('"', "double quote"),
                    Map.entry('#', "hash"),
                    Map.entry('$', "dollar"),
                    Map.entry('%', "percent"),
                    Map.entry('&', "ampersand"),
                    Map.entry('\'', "single quote"),
                    Map.entry('(', "open bracket"),
                    Map.entry(')', "close bracket"),
                    Map.entry('*', "asterisk"),
                    Map.entry('+', "plus"),
                    Map.entry(',', "comma"),
                    Map.entry('-', "hyphen"),
                    Map.entry('.', "full stop"),
                    Map.entry('/', "slash"),
                    Map.entry(':', "colon"),
                    Map.entry(';', "semicolon"),
                    Map.entry('<', "less than"),
                    Map.entry('=', "equals"),
                    Map.entry('>', "greater than"),
                    Map.entry('?', "question mark"),
                    Map.entry('@', "at sign"),
                    Map.entry('[', "open square bracket"),
                    Map.entry('\\', "backslash"),
                    Map.entry(']', "close square bracket"),
                    Map.entry('^', "caret"),
                    Map.entry('_', "underscore"),
                    Map.entry('`', "backtick"),
                    Map.entry('{', "open curly bracket"),
                    Map.entry('|', "vertical bar"),
                    Map.entry('}', "close curly bracket"),
                    Map.entry('~', "tilde"));

    /**
     * A piece that is said and said back at once. It holds part of a secret and so has no text
     * form.
     */
    public static final class Group {
        private final String characters;
        private final String words;

        Group(String characters, String words) {
            this.characters = characters;
            this.words = words;
        }

        /** The characters as they are typed. */
        public String characters() {
            return characters;
        }

        /** The words to say, such as {@code all capitals: kilo, alfa, seven, mike}. */
        public String words() {
            return words;
        }

        @Override
        public String toString() {
            return "(part of a secret)";
        }
    }

    private Spelling() {}

    /** Groups of four characters, the last one shorter where it does not come out even. */
    public static List<Group> spell(Secret secret) {
        return secret.open(
                characters -> {
                    List<Group> groups = new ArrayList<>();
                    for (int from = 0; from < characters.length; from += ReadAloud.GROUP) {
                        int length = Math.min(ReadAloud.GROUP, characters.length - from);
                        groups.add(group(new String(characters, from, length)));
                    }
                    return groups;
                });
    }

    /**
     * The words of a spoken password, each with the hyphen after it, and its number. Words are said
     * as they are, since that is what they are for.
     */
    public static List<Group> spellWords(Secret secret) {
        return secret.open(
                characters -> {
                    List<Group> groups = new ArrayList<>();
                    String[] pieces = new String(characters).split("-", -1);
                    for (int i = 0; i < pieces.length; i++) {
                        boolean last = i == pieces.length - 1;
                        groups.add(
                                new Group(
                                        pieces[i] + (last ? "" : "-"),
                                        last ? digits(pieces[i]) : piece(pieces[i]) + ", hyphen"));
                    }
                    return groups;
                });
    }

    private static String piece(String word) {
        String small = word.toLowerCase(Locale.ROOT);
        return small.equals(word) ? word : small + " with a capital";
    }

    private static String digits(String number) {
        return number.chars()
                .mapToObj(c -> word((char) c))
                .collect(java.util.stream.Collectors.joining(", "));
    }

    private static Group group(String part) {
        boolean small = part.chars().anyMatch(Character::isLowerCase);
        boolean capital = part.chars().anyMatch(Character::isUpperCase);
        List<String> words = new ArrayList<>();
        for (char c : part.toCharArray()) {
            words.add(
                    small && capital && Character.isUpperCase(c) ? "capital " + word(c) : word(c));
        }
        String said = String.join(", ", words);
        if (small != capital) {
            said = (capital ? "all capitals: " : "small: ") + said;
        }
        return new Group(part, said);
    }

    private static String word(char c) {
        String lower = String.valueOf(c).toLowerCase(Locale.ROOT);
        char letter = lower.charAt(0);
        if (letter >= 'a' && letter <= 'z') {
            return LETTERS[letter - 'a'];
        }
        if (c >= '0' && c <= '9') {
            return DIGITS[c - '0'];
        }
        String symbol = SYMBOLS.get(c);
        return symbol != null ? symbol : "the character " + c;
    }
}
