package earnest.core.requests;

/** A value cannot be written where it would stand; the message does not hold it. */
public final class CannotCarry extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    CannotCarry(String words) {
        super(words);
    }
}
