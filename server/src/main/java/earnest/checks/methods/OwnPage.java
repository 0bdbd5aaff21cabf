package earnest.checks.methods;

/** The page on which people help themselves. */
public final class OwnPage {
    /** Where it stands; what is sent for it is answered there alone. */
    public static final String ADDRESS = "/forgot";

    private OwnPage() {}
}
