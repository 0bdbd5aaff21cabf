package earnest.ground;

import com.fasterxml.jackson.annotation.JsonValue;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** An enum each of whose constants has one word, the same in the database and the API. */
public interface Worded {
    String name();

    /** The name in small letters, with hyphens. */
    @JsonValue
    default String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The constant of a word. */
    static <E extends Enum<E> & Worded> Optional<E> find(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants())
                .filter(constant -> constant.word().equals(word))
                .findFirst();
    }
}
