package earnest.core.assurance;

import java.util.Locale;

/** How a check ended. */
public enum Outcome {
    PASSED,
    FAILED,
    DENIED,
    UNANSWERED;

    /** The name in files and in the interface. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /**
     * The outcome of a word.
     *
     * @throws BadInput naming {@code field} if there is none
     */
    public static Outcome of(String word, String field) {
        for (Outcome outcome : values()) {
            if (outcome.word().equals(word)) {
                return outcome;
            }
        }
        throw new BadInput(field, "unknown outcome '" + word + "'");
    }
}
