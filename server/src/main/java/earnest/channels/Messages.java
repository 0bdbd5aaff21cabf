package earnest.channels;

import earnest.core.assurance.Route;
import earnest.people.People;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Sends messages: a row first, sent by a worker over a carrier, each at most once. */
public interface Messages {
    /** How people are reached at a contact, or empty if no carrier reaches them there. */
    Optional<Reach> reach(People.Contact contact);

    /**
     * A way to a contact.
     *
     * @param route what a rule calls it
     * @param brings what is brought, such as {@code text}
     */
    record Reach(Route route, String brings) {}

    /**
     * Calls for a message, in the present transaction.
     *
     * @param occasion which {@link MessageWriter} makes the words
     * @param about what it makes them of
     * @throws IllegalArgumentException if no carrier reaches the contact
     */
    UUID send(String occasion, UUID about, Recipient to);

    /**
     * Calls for an answer to the mailbox from which somebody wrote, whether it is on record or not,
     * in the present transaction. Nothing in it may be a secret.
     *
     * @return its id; empty where nothing carries mail
     */
    Optional<UUID> answer(String occasion, UUID about, UUID ticket, String mailbox);

    /**
     * A message that left came back, in the present transaction; nothing where it did not leave.
     *
     * @param words why
     */
    void cameBack(UUID message, String words);

    /** The ticket on which a message was sent, by its own id; empty if it is none of ours. */
    Optional<UUID> ticketOf(UUID message);

    /** Messages about something to contacts on record, oldest first. */
    List<Sent> about(UUID about);

    /** How far a message got. */
    enum State {
        WAITING("waiting for the gateway"),
        SENDING("waiting for the gateway"),
        UNKNOWN("no answer from the gateway yet"),
        LEFT("left"),
        ARRIVED("arrived"),
        /** Surely not left. */
        FAILED("could not be sent"),
        /** Nobody can tell whether it left; it is not sent again. */
        UNCLEAR("nobody knows whether it left");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    record Sent(UUID id, UUID contact, String brings, State state, @Nullable String said) {
        /** How far it is, in a sentence. */
        public String going(String to) {
            return "The %s to %s %s%s"
                    .formatted(brings, to, state.words(), said == null ? "." : ": " + said + ".");
        }
    }

    /** Told in the transaction in which a message got further. */
    record Moved(UUID id, String occasion, UUID about, @Nullable UUID ticket, State state) {}
}
