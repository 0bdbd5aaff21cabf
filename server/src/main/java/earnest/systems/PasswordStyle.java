package earnest.systems;

import earnest.core.passwords.Style;
import earnest.ground.Problem;
import earnest.ground.WordConverter;
import earnest.ground.Worded;

import jakarta.persistence.Converter;

/** How a temporary password looks and comes about, after how it reaches its person. */
public enum PasswordStyle implements Worded {
    READ_ALOUD("read aloud in groups", true),
    SPOKEN("read aloud as words", true),
    /** Anything the system takes; nobody at the desk sees it. */
    COPIED("sent unseen", false),
    TYPED("typed by the analyst", true);

    private final String words;
    private final boolean seen;

    PasswordStyle(String words, boolean seen) {
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
    public Style drawn() {
        return switch (this) {
            case READ_ALOUD -> Style.READ_ALOUD;
            case SPOKEN -> Style.SPOKEN;
            case COPIED -> Style.COPIED;
            case TYPED -> throw new IllegalStateException("a typed password is not drawn");
        };
    }

    /**
     * The style of a word.
     *
     * @throws Problem 422 if there is none
     */
    public static PasswordStyle of(String word) {
        return Worded.find(PasswordStyle.class, word)
                .orElseThrow(
                        () ->
                                Problem.invalid(
                                        "A password is read-aloud, spoken, copied or typed."));
    }

    /** As the database keeps it. */
    @Converter(autoApply = true)
    static class Stored extends WordConverter<PasswordStyle> {
        Stored() {
            super(PasswordStyle.class);
        }
    }
}
