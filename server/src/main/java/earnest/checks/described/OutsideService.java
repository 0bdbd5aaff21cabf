package earnest.checks.described;

import earnest.core.requests.Description;
import earnest.core.requests.Slot;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/**
 * A service as it was described.
 *
 * @param id by which rulebooks and entries name it
 * @param keyId under which its password is wrapped
 * @param group of the directory, whose people it knows; null: everybody
 * @param ask how it is asked about somebody
 * @param look how it is looked what it says
 * @param answerAt JSON pointer (RFC 6901) of what it says; any other than these means: not yet
 * @param lasts how long it may take
 * @param every how often it is looked
 * @param password null: none is asked
 */
record OutsideService(
        String id,
        UUID keyId,
        String title,
        @Nullable String group,
        Description ask,
        Description look,
        String answerAt,
        Map<Meaning, Set<String>> answers,
        Duration lasts,
        Duration every,
        @Nullable String user,
        WrappedSecrets.@Nullable Wrapped password) {

    /** What an answer means. */
    enum Meaning {
        /** It is they. */
        YES,
        /** It is not they. */
        NO,
        /** They say that they did not ask for this: everything of theirs is stopped. */
        DENIED,
        /** Nobody answered, or it gave up. */
        OVER
    }

    /** Whether a telephone of the person is needed. */
    boolean callsThem() {
        return ask.slots().contains(Slot.NUMBER);
    }

    @Override
    public String toString() {
        return id;
    }
}
