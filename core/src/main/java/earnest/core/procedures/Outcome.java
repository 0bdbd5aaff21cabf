package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.Arrays;

/** What may come of a step besides going on. */
public enum Outcome {
    /** The person has no such contact, or only one that is too new. */
    NONE("none"),
    /** Nobody answered in time. */
    NO_ANSWER("no-answer"),
    /** What was proved is not enough. */
    SHORT("short"),
    /** The second person said no. */
    DENIED("denied"),
    /** The system did not do it. */
    REFUSED("refused"),
    /** The system may have done it, or not. */
    UNKNOWN("unknown"),
    /** It did not leave, or the outside service did not do it. */
    FAILED("failed"),
    /** The time was over. */
    LATE("late"),
    /** The other procedure stopped, or passed the ticket on. */
    STOPPED("stopped");

    private final String word;

    Outcome(String word) {
        this.word = word;
    }

    /** How it is written before a handler. */
    public String word() {
        return word;
    }

    static @Nullable Outcome of(String word) {
        return Arrays.stream(values()).filter(o -> o.word.equals(word)).findFirst().orElse(null);
    }
}
