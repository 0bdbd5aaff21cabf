package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.List;

/**
 * What came of reading a file.
 *
 * @param procedure null where there are findings
 * @param findings lines that are not of the language, in order
 */
public record Reading(@Nullable Procedure procedure, List<Finding> findings) {
    public Reading {
        findings = List.copyOf(findings);
    }

    /**
     * Reads a procedure.
     *
     * @param text lines that end with LF or CRLF
     * @return the procedure, or every line that is not of the language
     */
    public static Reading of(String text) {
        return new ProcedureReader(text).read();
    }
}
