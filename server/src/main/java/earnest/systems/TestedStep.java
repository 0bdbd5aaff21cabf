package earnest.systems;

import earnest.connectors.TestResult;
import earnest.ground.Worded;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

/**
 * A step of a connection test.
 *
 * @param needed whether nothing after it can be tried when it fails
 * @param says what was seen; null while it was not tried
 * @param remedy what to do about it, or null; its lines are kept
 * @param shown the certificate that the system showed, in PEM, or null
 * @param fingerprint SHA-256 of that certificate, in groups of four, or null
 * @param millis how long it took; null while it was not tried
 */
@Schema(name = "TestedStep")
record TestedStep(
        String title,
        boolean needed,
        Outcome outcome,
        @Nullable String says,
        @Nullable String remedy,
        @Nullable String shown,
        @Nullable String fingerprint,
        @Nullable Long millis) {
    /** How it went, so far. */
    enum Outcome implements Worded {
        AWAITED,
        RUNNING,
        GOOD,
        NOTE,
        FAILED,
        NOT_TRIED;

        static Outcome of(TestResult.Verdict verdict) {
            return switch (verdict) {
                case GOOD -> GOOD;
                case NOTE -> NOTE;
                case FAILED -> FAILED;
                case NOT_TRIED -> NOT_TRIED;
            };
        }
    }

    static TestedStep awaited(String title, boolean needed) {
        return new TestedStep(title, needed, Outcome.AWAITED, null, null, null, null, null);
    }

    TestedStep running() {
        return new TestedStep(title, needed, Outcome.RUNNING, null, null, null, null, null);
    }

    TestedStep after(String failed) {
        return new TestedStep(
                title, needed, Outcome.NOT_TRIED, "after '" + failed + "'", null, null, null, null);
    }

    TestedStep done(TestResult result, @Nullable String print, long took) {
        return new TestedStep(
                title,
                needed,
                Outcome.of(result.verdict()),
                result.says(),
                result.remedy(),
                result.shown(),
                print,
                took);
    }
}
