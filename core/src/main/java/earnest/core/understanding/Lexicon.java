package earnest.core.understanding;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Example sentences of each want, from which it is learnt to tell them apart.
 *
 * @param examples one sentence each
 */
public record Lexicon(Map<Want, List<String>> examples) {

    /** The English one that ships. */
    public static Lexicon english() {
        Map<Want, List<String>> examples = new EnumMap<>(Want.class);
        for (Want want : Want.values()) {
            examples.put(want, lines("en/" + want.word() + ".txt"));
        }
        return new Lexicon(examples);
    }

    private static List<String> lines(String name) {
        try (InputStream file = Lexicon.class.getResourceAsStream(name)) {
            if (file == null) {
                throw new IllegalStateException("the examples " + name + " are missing");
            }
            return new String(file.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.isBlank())
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
