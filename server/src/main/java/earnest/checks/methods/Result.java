package earnest.checks.methods;

/**
 * What a reply comes to. The words are what was done, for the record, without who did it; they may
 * hold {@code {person}} and nothing else that names anybody.
 */
public sealed interface Result {
    String words();

    /** Who does what is recorded. */
    enum By {
        /** Whoever is on the line, as the person that they say they are. */
        CALLER,
        ANALYST,
        /** Something outside, such as the line. */
        OUTSIDE
    }

    By by();

    /** The check ends; a 'no' stops everything of the person. */
    record Ends(CheckState state, String words, By by) implements Result {}

    /**
     * A wrong try: it goes on while tries are left.
     *
     * @param lastWords in the place of the words when none is left
     */
    record Wrong(String words, String lastWords, By by) implements Result {}

    /** Something became of it that is worth an entry, and it goes on. */
    record GoesOn(String words, By by) implements Result {}

    /** Nothing that is worth an entry. */
    record Nothing() implements Result {
        @Override
        public String words() {
            return "";
        }

        @Override
        public By by() {
            return By.OUTSIDE;
        }
    }
}
