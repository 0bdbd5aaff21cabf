package earnest.channels;

import earnest.core.passwords.Secret;

import java.util.Optional;
import java.util.UUID;

/** Makes the words of messages of one occasion, at the moment they are sent. */
public interface MessageWriter {
    /** Stable, since it is stored, such as {@code handover}. */
    String occasion();

    /** What it is about, in a few words, where a carrier has a subject; never a secret. */
    String subject();

    /**
     * The words, or empty if the message is not to be sent any more. They may hold a secret; the
     * caller wipes them.
     */
    Optional<Secret> words(UUID about);

    /** Whether it also goes to a contact that was replaced meanwhile. */
    default boolean alsoToReplaced() {
        return false;
    }
}
