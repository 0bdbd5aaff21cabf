package earnest.ground;

import jakarta.persistence.AttributeConverter;

import org.jspecify.annotations.Nullable;

/** Keeps constants in the database as their words. */
public abstract class WordConverter<E extends Enum<E> & Worded>
        implements AttributeConverter<E, String> {
    private final Class<E> type;

    protected WordConverter(Class<E> type) {
        this.type = type;
    }

    @Override
    public @Nullable String convertToDatabaseColumn(@Nullable E constant) {
        return constant == null ? null : constant.word();
    }

    /**
     * @throws IllegalStateException if the database holds a word that is none
     */
    @Override
    public @Nullable E convertToEntityAttribute(@Nullable String word) {
        return word == null
                ? null
                : Worded.find(type, word)
                        .orElseThrow(
                                () ->
                                        new IllegalStateException(
                                                "no %s '%s'"
                                                        .formatted(type.getSimpleName(), word)));
    }
}
