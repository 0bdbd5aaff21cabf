package earnest.core.passwords;

import java.text.Normalizer;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;

/** The words that would make a password guessable to whoever knows its person. */
public final class PersonWords {
    private static final int LEAST_LENGTH = 3;

    private PersonWords() {}

    /**
     * Splits names, account names and staff number at anything that is not a letter or digit and
     * takes the parts of three or more characters, as they are and without diacritics, in small
     * letters.
     */
    public static Set<String> of(Iterable<String> values) {
        Set<String> words = new LinkedHashSet<>();
        for (String value : values) {
            String composed = Normalizer.normalize(value, Normalizer.Form.NFC);
            for (String part : composed.split("[^\\p{L}\\p{N}\\p{M}]+")) {
                add(words, part);
                add(
                        words,
                        Normalizer.normalize(part, Normalizer.Form.NFD).replaceAll("\\p{M}+", ""));
            }
        }
        return words;
    }

    private static void add(Set<String> words, String part) {
        if (part.codePointCount(0, part.length()) >= LEAST_LENGTH) {
            words.add(part.toLowerCase(Locale.ROOT));
        }
    }
}
