package earnest.core.json;

/** A field is missing, unknown or of another kind; the message begins with its path. */
public final class BadField extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    public BadField(String field, String problem) {
        super(field + ": " + problem);
    }
}
