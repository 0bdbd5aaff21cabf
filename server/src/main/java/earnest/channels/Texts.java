package earnest.channels;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.UUID;

/** Sends texts: a row first, sent by a worker, each at most once. */
public interface Texts {
    /**
     * Calls for a text, in the present transaction.
     *
     * @param about what the purpose's {@link TextBody} makes the words of
     */
    UUID send(Purpose purpose, UUID about, UUID ticket, UUID person, UUID contact);

    /** Texts about something, oldest first. */
    List<Sent> about(UUID about);

    /** What a text is for. */
    enum Purpose {
        CODE,
        TOLD,
        HANDOVER,
        RAN_OUT
    }

    /** How far a text got. */
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

    record Sent(UUID id, UUID contact, State state, @Nullable String said) {}

    /** Told in the transaction in which a text got further. */
    record Moved(UUID id, Purpose purpose, UUID about, UUID ticket, State state) {}
}
