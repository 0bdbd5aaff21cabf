package earnest.procedures;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.util.List;

/**
 * What is found of a text.
 *
 * @param name of the procedure; null while the text cannot be read
 * @param title with its quotes taken off; null likewise
 * @param sentences line by line; empty while the text cannot be read
 * @param ways at most thirty, the one on which nothing goes wrong first
 * @param moreWays whether there are more
 * @param layout the text in the one layout; null while it cannot be read
 */
@Schema(name = "ProcedureChecked")
record Checked(
        @Nullable String name,
        @Nullable String title,
        List<Found> findings,
        List<Said> sentences,
        List<List<String>> ways,
        boolean moreWays,
        @Nullable String layout) {
    /**
     * Something that is wrong.
     *
     * @param line counted from 1
     * @param code of the kind of thing, such as {@code leak}
     * @param level {@code error}: it may not run; {@code warning}: look at it
     */
    @Schema(name = "ProcedureFinding")
    record Found(int line, String code, String level, String words) {}

    /**
     * A line as it is said.
     *
     * @param depth how far it is set in, in steps
     */
    @Schema(name = "ProcedureSentence")
    record Said(int line, int depth, List<Piece> parts) {}

    /**
     * A piece of a sentence.
     *
     * @param kind {@code said}, {@code case}, {@code chosen} or {@code name}
     */
    @Schema(name = "SentencePart")
    record Piece(String kind, String words) {}

    boolean mayRun() {
        return findings.stream().noneMatch(found -> found.level().equals("error"));
    }

    /** In a few words. */
    String result() {
        long errors = findings.stream().filter(f -> f.level().equals("error")).count();
        long warnings = findings.size() - errors;
        return "%d to mend, %d to look at".formatted(errors, warnings);
    }
}
