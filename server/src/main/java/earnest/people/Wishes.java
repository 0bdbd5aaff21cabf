package earnest.people;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * How somebody wants to be spoken with; it is never held against them.
 *
 * @param how null: just so
 * @param language as ISO 639-1 has it, or null
 */
public record Wishes(@Nullable SpokenWith how, @Nullable String language) {
    /** Languages that can be wished for, as ISO 639-1 has them. */
    public static final List<String> LANGUAGES =
            List.of(
                    "en", "de", "fr", "es", "no", "pt", "it", "nl", "pl", "uk", "ru", "tr", "ar",
                    "hi", "id", "tl", "zh");

    /** What a language is called in English. */
    public static String called(String language) {
        return Locale.of(language).getDisplayLanguage(Locale.ENGLISH);
    }

    /** Whether a secret may be spoken with them. */
    public boolean heardAlone() {
        return how == null || how.alone();
    }

    /** In words for whoever speaks with them; null: nothing is wished for. */
    public @Nullable String words() {
        String all =
                Stream.of(
                                how == null ? null : how.words(),
                                language == null ? null : "in " + called(language))
                        .filter(Objects::nonNull)
                        .collect(Collectors.joining(", "));
        return all.isEmpty() ? null : all;
    }
}
