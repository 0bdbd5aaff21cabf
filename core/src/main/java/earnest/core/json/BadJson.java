package earnest.core.json;

/** The text is not JSON. Its message says what is wrong and where, and quotes none of it. */
public final class BadJson extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    BadJson(String what, int at) {
        super(what + " at byte " + at);
    }
}
