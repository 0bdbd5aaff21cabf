package earnest.core.procedures;

import earnest.core.procedures.SourceLine.Kind;
import earnest.core.procedures.SourceLine.Token;

import org.jspecify.annotations.Nullable;

import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Goes over the tokens of a line; what is not of the language throws {@link BadLine}. */
final class Cursor {
    private static final int LONGEST_NUMBER = 9;

    private final List<Token> tokens;
    private int at;

    Cursor(List<Token> tokens, int from) {
        this.tokens = tokens;
        this.at = from;
    }

    private @Nullable Token next() {
        return at < tokens.size() ? tokens.get(at) : null;
    }

    private static String shown(@Nullable Token token) {
        if (token == null) {
            return "the end of the line";
        }
        return token.kind() == Kind.TEXT ? "a text" : "'" + token.text() + "'";
    }

    private BadLine wants(String what) {
        return new BadLine("here stands " + shown(next()) + " where " + what + " belongs");
    }

    /** Takes the word if it comes next. */
    boolean takes(String word) {
        Token token = next();
        if (token == null || token.kind() != Kind.WORD || !token.text().equals(word)) {
            return false;
        }
        at++;
        return true;
    }

    boolean takesComma() {
        Token token = next();
        if (token == null || token.kind() != Kind.COMMA) {
            return false;
        }
        at++;
        return true;
    }

    /** The words that must come next. */
    void take(String... words) {
        for (String word : words) {
            if (!takes(word)) {
                throw wants("'" + word + "'");
            }
        }
    }

    /** Whatever word comes next. */
    String word(String what) {
        Token token = next();
        if (token == null || token.kind() != Kind.WORD) {
            throw wants(what);
        }
        at++;
        return token.text();
    }

    String name(String what) {
        Token token = next();
        if (token == null || token.kind() != Kind.WORD || !token.text().matches(Reference.NAME)) {
            throw wants(what + " (small letters, digits and '-', a letter first)");
        }
        at++;
        return token.text();
    }

    Reference reference(String what) {
        Token token = next();
        Reference reference =
                token == null || token.kind() != Kind.WORD ? null : Reference.of(token.text());
        if (reference == null) {
            throw wants(what);
        }
        at++;
        return reference;
    }

    Words words(String what) {
        Token token = next();
        if (token == null || token.kind() != Kind.TEXT) {
            throw wants(what + " in quotes");
        }
        at++;
        return Words.of(token.text());
    }

    /** A whole number from 1. */
    int number() {
        Token token = next();
        if (token == null || token.kind() != Kind.WORD || !token.text().matches("[0-9]+")) {
            throw wants("a whole number");
        }
        String text = token.text();
        if (text.matches("0+")) {
            throw new BadLine("the number is 0; it begins at 1");
        }
        if (text.startsWith("0") || text.length() > LONGEST_NUMBER) {
            throw new BadLine("'" + text + "' is no number that can stand there");
        }
        at++;
        return Integer.parseInt(text);
    }

    /** One of a few. */
    <T> T oneOf(T[] all, Function<T, String> word) {
        for (T one : all) {
            if (takes(word.apply(one))) {
                return one;
            }
        }
        throw wants(
                Arrays.stream(all)
                        .map(one -> "'" + word.apply(one) + "'")
                        .collect(Collectors.joining(" or ")));
    }

    void end() {
        if (next() != null) {
            throw new BadLine("here stands " + shown(next()) + " where the line should end");
        }
    }
}
