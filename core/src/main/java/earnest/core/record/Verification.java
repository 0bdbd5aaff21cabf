package earnest.core.record;

/**
 * What a verification came to.
 *
 * @param words what was proved and what not, or what fails and where
 */
public record Verification(Outcome outcome, String words) {
    /** The outcomes. */
    public enum Outcome {
        /** All fits, and the seal is signed by the key given. */
        PROVED,
        /** Something does not fit. */
        FAILED,
        /** It is no export and no receipt. */
        BAD_INPUT,
        /** All fits, but no key was given to check the signature with. */
        ALL_BUT_SIGNATURE
    }

    static Verification failed(String words) {
        return new Verification(Outcome.FAILED, words);
    }

    static Verification badInput(String words) {
        return new Verification(Outcome.BAD_INPUT, words);
    }
}
