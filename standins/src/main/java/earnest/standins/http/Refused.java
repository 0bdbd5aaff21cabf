package earnest.standins.http;

/** An answer other than success. */
public final class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final int status;

    public Refused(int status, String words) {
        super(words);
        this.status = status;
    }

    int status() {
        return status;
    }
}
