package earnest.core.understanding;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A message as the pieces between its spaces, each with the bare word in it. */
final class Words {
    private static final Pattern PIECE = Pattern.compile("\\S+");
    private static final String OPENS = "\"'“”„‚‘’`«»([{<*_";
    private static final String CLOSES = "\"'“”‘’`«»)]}>*_.,;:!?…";

    /**
     * A piece.
     *
     * @param from where the bare word begins, in characters of the message
     * @param to where it ends, exclusive
     * @param word bare, in small letters
     * @param after what stands between the bare word and the next space
     * @param line whether a line ends behind it
     */
    record Piece(int from, int to, String word, String after, boolean line) {
        /** Whether a clause ends behind it. */
        boolean ends() {
            return line || after.chars().anyMatch(c -> ".,;:!?…)".indexOf(c) >= 0);
        }
    }

    private Words() {}

    static List<Piece> of(String message) {
        List<Piece> pieces = new ArrayList<>();
        Matcher found = PIECE.matcher(message);
        while (found.find()) {
            int from = found.start();
            int to = found.end();
            while (from < to - 1 && OPENS.indexOf(message.charAt(from)) >= 0) {
                from++;
            }
            while (to > from + 1 && CLOSES.indexOf(message.charAt(to - 1)) >= 0) {
                to--;
            }
            int next = found.end();
            boolean line = false;
            while (next < message.length() && Character.isWhitespace(message.charAt(next))) {
                line |= message.charAt(next) == '\n';
                next++;
            }
            pieces.add(
                    new Piece(
                            from,
                            to,
                            message.substring(from, to).toLowerCase(Locale.ROOT).replace('’', '\''),
                            message.substring(to, found.end()),
                            line));
        }
        return pieces;
    }
}
