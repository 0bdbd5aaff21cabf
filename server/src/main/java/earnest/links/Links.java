package earnest.links;

import earnest.core.passwords.Secret;

import java.time.Duration;
import java.util.UUID;

/** Makes one-time links and ends them. Thread-safe. */
public interface Links {
    /**
     * Makes a link, in the present transaction.
     *
     * @param purpose id of the {@link LinkPurpose} that stands behind it
     * @param about what it is about, as its purpose knows it
     */
    UUID make(String purpose, UUID about, Duration lasts);

    /**
     * The address of the latest link about something. Its token stands after {@code #}, so it is in
     * no request line and no log; the caller wipes it.
     *
     * @throws IllegalStateException if there is none
     */
    Secret address(UUID about);

    /** Ends the links about something that were not answered, in the present transaction. */
    void end(UUID about);
}
