package earnest.mailin;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/** The words of a mail: without what it quotes, without its signature, without markup. */
final class MailText {
    private static final Pattern QUOTES =
            Pattern.compile("(?i)^(on .{5,120} wrote:|-+ ?original message ?-+|from: .+)$");
    private static final String SIGNATURE = "-- ";
    private static final int LONGEST = 1_900;

    private MailText() {}

    /** Subject and text as one message, not longer than one may be. */
    static String words(String subject, String text) {
        String bare = subject.replaceAll("(?i)^((re|fw|fwd|aw|sv|antw):\\s*)+", "").strip();
        String own = own(text);
        String both =
                bare.isEmpty() || own.startsWith(bare)
                        ? own
                        : own.isEmpty() ? bare : bare + "\n\n" + own;
        String clean = both.replaceAll("[\\p{Cntrl}&&[^\\n\\t]]", " ").strip();
        return clean.codePointCount(0, clean.length()) <= LONGEST
                ? clean
                : clean.substring(0, clean.offsetByCodePoints(0, LONGEST)) + "…";
    }

    /** What the sender wrote themselves. */
    private static String own(String text) {
        List<String> kept = new ArrayList<>();
        for (String line : text.replace("\r\n", "\n").split("\n", -1)) {
            if (line.equals(SIGNATURE) || line.strip().equals("--")) {
                break;
            }
            if (QUOTES.matcher(line.strip()).matches() && !kept.isEmpty()) {
                break;
            }
            if (!line.startsWith(">")) {
                kept.add(line.stripTrailing());
            }
        }
        return String.join("\n", kept).strip().replaceAll("\n{3,}", "\n\n");
    }

    /** The words of an HTML part, for whoever sends no plain one. */
    static String ofHtml(String html) {
        return html.replaceAll("(?is)<(script|style|blockquote)[^>]*>.*?</\\1>", " ")
                .replaceAll("(?i)<(br|/p|/div|/tr|/li)[^>]*>", "\n")
                .replaceAll("(?s)<[^>]*>", "")
                .replace("&nbsp;", " ")
                .replace("&lt;", "<")
                .replace("&gt;", ">")
                .replace("&quot;", "\"")
                .replace("&#39;", "'")
                .replace("&amp;", "&")
                .replaceAll("[ \\t]+", " ");
    }
}
