package earnest.core.procedures;

import java.util.List;

/**
 * A line of a procedure as it is said.
 *
 * @param line on which it stands, counted from 1
 * @param depth how far it is set in, in steps
 */
public record Sentence(int line, int depth, List<Part> parts) {
    public Sentence {
        parts = List.copyOf(parts);
    }

    /**
     * A piece of a sentence.
     *
     * @param words before them stands a space, unless they begin with a comma
     */
    public record Part(Kind kind, String words) {}

    /** What a piece is. */
    public enum Kind {
        /** Words that are always the same. */
        SAID("said"),
        /** Words that say when what follows is done. */
        CASE("case"),
        /** What the author chose, in words. */
        CHOSEN("chosen"),
        /** A name that the author gave. */
        NAME("name");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }
}
