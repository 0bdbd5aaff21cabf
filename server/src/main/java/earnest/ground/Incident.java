package earnest.ground;

/** Describes an exception by classes and places only, never by messages, which may quote values. */
public final class Incident {
    private static final int PLACES = 6;

    private Incident() {}

    public static String describe(Throwable thrown) {
        StringBuilder words = new StringBuilder();
        Throwable at = thrown;
        for (int depth = 0; at != null && depth < 5; depth++) {
            words.append(depth == 0 ? "" : " caused by ").append(at.getClass().getName());
            if (at instanceof java.sql.SQLException sql) {
                words.append(" (SQL error ").append(sql.getErrorCode()).append(')');
            }
            StackTraceElement[] trace = at.getStackTrace();
            for (int i = 0; i < Math.min(PLACES, trace.length); i++) {
                words.append(" < ").append(trace[i]);
            }
            at = at.getCause();
        }
        return words.toString();
    }
}
