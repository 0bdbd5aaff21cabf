package earnest.cli;

/** What was asked cannot be done; the message is one line for whoever typed it. */
final class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /** Exit code for bad input. */
    static final int BAD_INPUT = 2;

    private final int code;

    Refused(String words) {
        this(words, BAD_INPUT);
    }

    Refused(String words, int code) {
        super(words);
        this.code = code;
    }

    int code() {
        return code;
    }

    static Refused field(String field, String words) {
        return new Refused(field + ": " + words);
    }
}
