package earnest.checks.methods;

/** Tries in words. */
public final class TryWords {
    private TryWords() {}

    /** The try that is being made: {@code first, second, third}. */
    public static String present(Check check) {
        return switch (check.tries() + 1) {
            case 1 -> "first";
            case 2 -> "second";
            default -> "third";
        };
    }

    /** What is left after this one was wrong: {@code one try, two tries}. */
    public static String left(Check check, int most) {
        int left = most - check.tries() - 1;
        return left == 1 ? "one try" : "two tries";
    }
}
