package earnest.core.requests;

import earnest.core.json.BadField;

import java.util.ArrayList;
import java.util.List;

/** Splits a command line as a POSIX shell does, without expanding anything. */
final class ShellWords {
    private final String text;
    private final List<String> words = new ArrayList<>();
    private final StringBuilder word = new StringBuilder();
    private boolean inWord;
    private int at;

    private ShellWords(String text) {
        this.text = text;
    }

    /**
     * The words.
     *
     * @throws BadField if quotes do not end, or several commands stand there
     */
    static List<String> of(String text) {
        ShellWords shell = new ShellWords(text);
        shell.split();
        return shell.words;
    }

    private void split() {
        while (at < text.length()) {
            char c = text.charAt(at++);
            switch (c) {
                case ' ', '\t', '\r' -> end();
                case '\n' -> {
                    end();
                    if (!text.substring(at).isBlank()) {
                        throw new BadField(
                                "SAMPLE",
                                "holds more than one command; a '\\' ends a line that goes on");
                    }
                }
                case '\\' -> escaped();
                case '\'' -> single();
                case '"' -> twice();
                case '$' -> {
                    if (at < text.length() && text.charAt(at) == '\'') {
                        at++;
                        ansi();
                    } else {
                        add(c);
                    }
                }
                case '|', ';', '<', '>', '`' ->
                        throw new BadField("SAMPLE", "holds '%c' outside of quotes".formatted(c));
                case '&' ->
                        throw new BadField("SAMPLE", "holds '&' outside of quotes: quote the URL");
                default -> add(c);
            }
        }
        end();
    }

    private void add(char c) {
        inWord = true;
        word.append(c);
    }

    private void end() {
        if (inWord) {
            words.add(word.toString());
            word.setLength(0);
            inWord = false;
        }
    }

    /** Behind a backslash: the character itself, or nothing where the line goes on. */
    private void escaped() {
        if (at >= text.length()) {
            return;
        }
        char c = text.charAt(at++);
        if (c == '\r' && at < text.length() && text.charAt(at) == '\n') {
            at++;
        } else if (c != '\n') {
            add(c);
        }
    }

    private void single() {
        inWord = true;
        int end = text.indexOf('\'', at);
        if (end < 0) {
            throw open();
        }
        word.append(text, at, end);
        at = end + 1;
    }

    private void twice() {
        inWord = true;
        while (at < text.length()) {
            char c = text.charAt(at++);
            if (c == '"') {
                return;
            }
            if (c == '\\' && at < text.length() && "\"\\$`\n".indexOf(text.charAt(at)) >= 0) {
                char next = text.charAt(at++);
                if (next != '\n') {
                    word.append(next);
                }
            } else {
                word.append(c);
            }
        }
        throw open();
    }

    /** As browsers copy commands: $'…' with escapes. */
    private void ansi() {
        inWord = true;
        while (at < text.length()) {
            char c = text.charAt(at++);
            if (c == '\'') {
                return;
            }
            if (c != '\\' || at >= text.length()) {
                word.append(c);
                continue;
            }
            char next = text.charAt(at++);
            switch (next) {
                case 'n' -> word.append('\n');
                case 'r' -> word.append('\r');
                case 't' -> word.append('\t');
                case '\\', '\'', '"' -> word.append(next);
                case 'u' -> {
                    int digits = Math.min(text.length(), at + 4);
                    try {
                        word.append((char) Integer.parseInt(text.substring(at, digits), 16));
                    } catch (NumberFormatException e) {
                        throw new BadField("SAMPLE", "holds an unknown escape");
                    }
                    at = digits;
                }
                default -> throw new BadField("SAMPLE", "holds an unknown escape");
            }
        }
        throw open();
    }

    private static BadField open() {
        return new BadField("SAMPLE", "a quote does not end");
    }
}
