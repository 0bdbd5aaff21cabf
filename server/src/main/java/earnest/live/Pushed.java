package earnest.live;

import earnest.access.SignedIn;

import org.jspecify.annotations.Nullable;

/**
 * What open pages are shown without asking: it is read once for all of them, whenever something was
 * recorded, and again when a page opens. One bean for each.
 */
public interface Pushed {
    /** The field of the event in which it is told. */
    String name();

    /** Reads it; called by one thread at a time, within an epoch. */
    Snapshot read();

    /** What was read. */
    interface Snapshot {
        /**
         * What somebody is shown of it, or null if they have no right to it. A page that was told
         * just that last is not told again.
         */
        @Nullable Object shownTo(SignedIn who);
    }
}
