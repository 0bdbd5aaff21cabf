package earnest.ground;

import org.jspecify.annotations.Nullable;

/**
 * What no text that comes from outside may hold: halves of characters, which later fail in every
 * encoder, and control characters, which forge lines wherever the text is written down.
 */
public final class CleanText {
    private CleanText() {}

    /**
     * What is wrong with a text, as the end of a sentence that begins with its name.
     *
     * @param manyLines whether line ends and tabs may stand in it
     * @return null if nothing is
     */
    public static @Nullable String fault(String text, boolean manyLines) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (Character.isHighSurrogate(c)
                    && i + 1 < text.length()
                    && Character.isLowSurrogate(text.charAt(i + 1))) {
                i++;
            } else if (Character.isSurrogate(c)) {
                return "holds half a character (U+%04X)".formatted((int) c);
            } else if (Character.isISOControl(c) && !(manyLines && isLayout(c))) {
                return "holds a control character (U+%04X)".formatted((int) c);
            }
        }
        return null;
    }

    private static boolean isLayout(char c) {
        return c == '\n' || c == '\r' || c == '\t';
    }

    /** The text with a space for each control character, for whatever is written line by line. */
    public static String oneLine(String text) {
        StringBuilder line = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean breaks = c == '\u2028' || c == '\u2029';
            line.append(Character.isISOControl(c) || breaks ? ' ' : c);
        }
        return line.toString();
    }
}
