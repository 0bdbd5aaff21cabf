package earnest.checks.methods;

import earnest.ground.Problem;

/**
 * What a method may say no with, besides that something is not valid: types that every method
 * shares.
 */
public final class Refusals {
    private Refusals() {}

    /** There is nothing yet to be answered (409). */
    public static Problem tooEarly(String words) {
        return new Problem(409, "too-early", words);
    }

    /** It was begun too often lately (429). */
    public static Problem tooMany(String words) {
        return new Problem(429, "too-many-checks", words);
    }
}
