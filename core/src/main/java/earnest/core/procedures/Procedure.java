package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Set;

/**
 * A procedure as it was read. Immutable.
 *
 * @param line where {@code procedure} stands, counted from 1, as all lines are
 * @param otherwise what is done where an outcome is not handled; null where it is missing
 * @param blankBefore lines before which the author left a line empty
 */
public record Procedure(
        int line,
        String name,
        int titleLine,
        Words title,
        List<Start> starts,
        @Nullable Otherwise otherwise,
        List<Statement> statements,
        List<Comment> comments,
        Set<Integer> blankBefore) {
    public Procedure {
        starts = List.copyOf(starts);
        statements = List.copyOf(statements);
        comments = List.copyOf(comments);
        blankBefore = Set.copyOf(blankBefore);
    }

    /** What is done where an outcome is not handled. */
    public record Otherwise(int line, List<Statement> statements) {
        public Otherwise {
            statements = List.copyOf(statements);
        }
    }

    /**
     * A comment.
     *
     * @param alone whether nothing else stands on its line
     */
    public record Comment(int line, String text, boolean alone) {}
}
