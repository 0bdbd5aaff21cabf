package earnest.core.procedures;

/** A line that is not of the language; the message says why, and what would be. */
final class BadLine extends RuntimeException {
    private static final long serialVersionUID = 1L;

    BadLine(String words) {
        super(words, null, false, false);
    }

    String words() {
        return String.valueOf(getMessage());
    }
}
