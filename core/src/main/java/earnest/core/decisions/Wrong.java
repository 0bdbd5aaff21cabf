package earnest.core.decisions;

/** What is wrong with a decision. */
final class Wrong extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Wrong(String words) {
        super(words);
    }
}
