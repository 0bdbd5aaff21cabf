package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;

/**
 * One line, cut into what it is made of.
 *
 * @param indent how many spaces it begins with
 * @param wrong why it cannot be read; null where it can
 * @param comment what stands from {@code #} on, without it; null where there is none
 */
record SourceLine(
        int number,
        int indent,
        List<Token> tokens,
        @Nullable String comment,
        @Nullable String wrong) {
    private static final String ENDS_A_WORD = " \"#,:";

    /** What a token is. */
    enum Kind {
        WORD,
        TEXT,
        COMMA,
        COLON
    }

    /**
     * A word, a text, or a mark.
     *
     * @param text of a text: without quotes and escapes
     * @param column where it begins, from 0
     */
    record Token(Kind kind, String text, int column) {}

    boolean empty() {
        return tokens.isEmpty() && wrong == null;
    }

    /** A line that begins with {@code NAME:}. */
    boolean beginsWithName() {
        return tokens.size() > 1
                && tokens.getFirst().kind() == Kind.WORD
                && tokens.get(1).kind() == Kind.COLON;
    }

    /** Whether its first word is this. */
    boolean begins(String word) {
        return !tokens.isEmpty()
                && tokens.getFirst().kind() == Kind.WORD
                && tokens.getFirst().text().equals(word);
    }

    static SourceLine of(int number, String line) {
        int indent = 0;
        while (indent < line.length() && line.charAt(indent) == ' ') {
            indent++;
        }
        List<Token> tokens = new ArrayList<>();
        String comment = null;
        int at = indent;
        while (at < line.length()) {
            char c = line.charAt(at);
            if (c == '#') {
                comment = line.substring(at + 1).strip();
                break;
            }
            if (c == '"') {
                StringBuilder text = new StringBuilder();
                int end = text(line, at, text);
                if (end < 0) {
                    return wrong(number, indent, tokens, text.toString());
                }
                tokens.add(new Token(Kind.TEXT, text.toString(), at));
                at = end;
            } else if (c == ',' || c == ':') {
                tokens.add(new Token(c == ',' ? Kind.COMMA : Kind.COLON, String.valueOf(c), at++));
            } else if (c == ' ') {
                at++;
            } else if (c == '\t') {
                return wrong(
                        number, indent, tokens, "a tab stands there; lines are moved by spaces");
            } else {
                int from = at;
                while (at < line.length() && ENDS_A_WORD.indexOf(line.charAt(at)) < 0) {
                    if (line.charAt(at) == '\t') {
                        break;
                    }
                    at++;
                }
                tokens.add(new Token(Kind.WORD, line.substring(from, at), from));
            }
        }
        return new SourceLine(number, indent, List.copyOf(tokens), comment, null);
    }

    private static SourceLine wrong(int number, int indent, List<Token> tokens, String why) {
        return new SourceLine(number, indent, List.copyOf(tokens), null, why);
    }

    /** Where the text ends, or -1 with the reason in {@code out}. */
    private static int text(String line, int from, StringBuilder out) {
        for (int at = from + 1; at < line.length(); at++) {
            char c = line.charAt(at);
            if (c == '"') {
                return at + 1;
            }
            if (c == '\\') {
                at++;
                char escaped = at < line.length() ? line.charAt(at) : ' ';
                if (escaped != '"' && escaped != '\\') {
                    out.setLength(0);
                    out.append("after a \\ in a text only \" or \\ may stand");
                    return -1;
                }
                c = escaped;
            }
            out.append(c);
        }
        out.setLength(0);
        out.append("a text begins with \" and does not end on the line");
        return -1;
    }
}
