package earnest.links;

import java.time.Duration;
import java.util.List;

/**
 * What stands behind the link in what somebody was told: there is one answer, that it was not they.
 * Whoever brought it about may be told as well, and must not use up the link of the others by
 * saying that all is well.
 */
public final class OnlyNo {
    /** How long it can be said. */
    public static final Duration LASTS = Duration.ofDays(7);

    private static final String ID = "not-me";

    private OnlyNo() {}

    /**
     * @param happened what they were told, in a sentence
     * @param ifNot what comes of saying it, in a sentence
     * @param words of the one button
     */
    public static LinkPurpose.Shown page(
            String title, String happened, String ifNot, String words) {
        return new LinkPurpose.Shown(
                title,
                List.of(
                        happened,
                        "If it was you, close this page: there is nothing to do.",
                        "If it was not you, say so: " + ifNot),
                List.of(new LinkPurpose.Choice(ID, words, true)));
    }
}
