package earnest.core.passwords;

import java.util.Locale;

/** How a drawn password looks, after the way it is handed over. */
public enum Style {
    /** Groups of four characters that are hard to mishear, for the ear. */
    READ_ALOUD,
    /** Plain words and a number, for the ear. Its length counts words. */
    SPOKEN,
    /** Anything that the policy admits, for a text or a link. */
    COPIED;

    /** As it is written: {@code read-aloud}. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
