package earnest.ground;

/**
 * An error in the words of whoever has to act on it: what happened, what it means for the person on
 * the line, and the next thing to do. Becomes a problem document (RFC 9457).
 */
public class Problem extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final int status;
    private final String type;

    /**
     * @param status the HTTP status
     * @param type stable, in small letters and hyphens
     * @param words for an analyst
     */
    public Problem(int status, String type, String words) {
        super(words);
        this.status = status;
        this.type = type;
    }

    public int status() {
        return status;
    }

    public String type() {
        return type;
    }

    public static Problem unknown(String what) {
        return new Problem(
                404,
                "unknown",
                "There is no such " + what + ". It may have been closed; look at the desk again.");
    }

    public static Problem invalid(String words) {
        return new Problem(422, "invalid", words);
    }
}
