package earnest.systems;

import earnest.core.passwords.Style;
import earnest.ground.Problem;

import java.util.Arrays;
import java.util.Locale;

/** How a temporary password comes about, after the way it reaches its person. */
public enum Way {
    READ_ALOUD("read aloud in groups", true),
    SPOKEN("read aloud as words", true),
    /** Anything the system takes; nobody at the desk sees it. */
    COPIED("sent unseen", false),
    TYPED("typed by the analyst", true);

    private final String words;
    private final boolean seen;

    Way(String words, boolean seen) {
        this.words = words;
        this.seen = seen;
    }

    public String words() {
        return words;
    }

    /** Whether the analyst may see it. */
    public boolean seen() {
        return seen;
    }

    /** How it is drawn. */
    public Style style() {
        return switch (this) {
            case READ_ALOUD -> Style.READ_ALOUD;
            case SPOKEN -> Style.SPOKEN;
            case COPIED -> Style.COPIED;
            case TYPED -> throw new IllegalStateException("a typed password is not drawn");
        };
    }

    /** The name in settings, the database and the API. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * The way of a name.
     *
     * @throws Problem 422 if there is none
     */
    public static Way of(String id) {
        return Arrays.stream(values())
                .filter(way -> way.id().equals(id))
                .findFirst()
                .orElseThrow(
                        () ->
                                Problem.invalid(
                                        "A password is read-aloud, spoken, copied or typed."));
    }
}
