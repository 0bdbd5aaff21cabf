package earnest.core.assurance;

/** An input that the specification does not admit; names the field that is wrong. */
public final class BadInput extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;
    private final String field;

    public BadInput(String field, String problem) {
        super(field + ": " + problem);
        this.field = field;
    }

    /** The path of the wrong field, such as {@code evidence[2].method}. */
    public String field() {
        return field;
    }
}
