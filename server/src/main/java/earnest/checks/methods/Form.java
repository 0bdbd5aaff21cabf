package earnest.checks.methods;

import org.jspecify.annotations.Nullable;

import java.util.List;

/** What the page draws for a check under way; it knows these forms, and no method. */
public sealed interface Form {
    /**
     * Digits that the analyst types as they hear them; they submit themselves at the last.
     *
     * @param says how far whatever was sent is, or null
     * @param trouble whether what it says is trouble
     */
    record Code(String asks, int digits, @Nullable String says, boolean trouble) implements Form {}

    /**
     * A text that the analyst types as they hear it.
     *
     * @param says what is to be known before, or null
     */
    record Text(String asks, @Nullable String says) implements Form {}

    /**
     * The analyst says which of some things is so.
     *
     * @param sayFirst a word that the analyst says before anything else, or null
     */
    record Choices(String says, @Nullable String sayFirst, List<Choice> choices) implements Form {
        public Choices(String says, List<Choice> choices) {
            this(says, null, choices);
        }
    }

    /**
     * Nothing to do but wait.
     *
     * @param sayFirst a word that the analyst will say before anything else, or null
     */
    record Wait(String says, @Nullable String sayFirst) implements Form {
        public Wait(String says) {
            this(says, null);
        }
    }

    /**
     * The person does something at an address.
     *
     * @param says whom it was sent to and how far it is
     */
    record Link(String says) implements Form {}

    /**
     * A choice.
     *
     * @param key the letter that chooses it
     */
    record Choice(String id, String words, char key) {}
}
