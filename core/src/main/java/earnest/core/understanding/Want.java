package earnest.core.understanding;

import java.util.Locale;

/** What somebody may want, of those that are known. */
public enum Want {
    FORGOTTEN_PASSWORD,
    LOCKED_OUT,
    LOST_SECOND_FACTOR,
    /** Something came or was done that they did not ask for. */
    NOT_ME,
    A_HUMAN,
    /** Not this desk's job. */
    SOMETHING_ELSE;

    /** As it is written, such as {@code locked-out}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
