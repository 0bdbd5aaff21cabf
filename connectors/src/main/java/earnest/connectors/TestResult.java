package earnest.connectors;

import org.jspecify.annotations.Nullable;

/**
 * What came of one step.
 *
 * @param says what was seen, in a few words
 * @param remedy what to do about it, in the system's own terms, or null; its lines are kept
 * @param shown the certificate that the system showed, in PEM, or null
 */
public record TestResult(
        Verdict verdict, String says, @Nullable String remedy, @Nullable String shown) {
    /** How it went. */
    public enum Verdict {
        GOOD,
        /** It works, and somebody should look at it. */
        NOTE,
        FAILED,
        /** It could not be told. */
        NOT_TRIED
    }

    public static TestResult good(String says) {
        return new TestResult(Verdict.GOOD, says, null, null);
    }

    public static TestResult note(String says, @Nullable String remedy) {
        return new TestResult(Verdict.NOTE, says, remedy, null);
    }

    public static TestResult failed(String says, @Nullable String remedy) {
        return new TestResult(Verdict.FAILED, says, remedy, null);
    }

    public static TestResult notTried(String says) {
        return new TestResult(Verdict.NOT_TRIED, says, null, null);
    }

    /** The same, with the certificate that was seen. */
    public TestResult showing(@Nullable String pem) {
        return new TestResult(verdict, says, remedy, pem);
    }
}
