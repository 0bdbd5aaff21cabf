package earnest.core.passwords;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;

/**
 * The words of spoken passwords: more than 2,048 plain English ones of three to eight letters, made
 * for this. That none is taken for another on a bad line, and what else is asked of them, is
 * checked by the test of this class. Thread-safe.
 */
public final class SpokenWords {
    private static final class Held {
        static final List<String> ALL = read();
    }

    private SpokenWords() {}

    public static List<String> all() {
        return Held.ALL;
    }

    private static List<String> read() {
        try (BufferedReader in =
                new BufferedReader(
                        new InputStreamReader(
                                Objects.requireNonNull(
                                        SpokenWords.class.getResourceAsStream("spoken-words.txt"),
                                        "the list of spoken words is not in the build"),
                                StandardCharsets.US_ASCII))) {
            return in.lines().toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
