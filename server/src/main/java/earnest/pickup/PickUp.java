package earnest.pickup;

import earnest.ground.WordConverter;
import earnest.ground.Worded;

import jakarta.persistence.Converter;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import java.time.Instant;
import java.util.UUID;

/** Words that were sent once; which they are comes of the id and a key outside the database. */
@Entity
@Table(name = "pick_up")
class PickUp {
    @Id UUID id;

    /** On which the line broke off. */
    UUID ticketId;

    /** Whose proof they bring back. */
    UUID conversationId;

    UUID personId;
    UUID contactId;
    State state;
    int tries;
    Instant madeAt;
    Instant expiresAt;

    /** How they stand. */
    enum State implements Worded {
        SENT,
        USED,
        /** Said wrong too often, or others took their place. */
        VOID;

        /** As the database keeps it. */
        @Converter(autoApply = true)
        static class Stored extends WordConverter<State> {
            Stored() {
                super(State.class);
            }
        }
    }

    @SuppressWarnings("NullAway.Init")
    protected PickUp() {}

    PickUp(
            UUID id,
            UUID ticket,
            UUID conversation,
            UUID person,
            UUID contact,
            Instant at,
            Instant expiresAt) {
        this.id = id;
        this.ticketId = ticket;
        this.conversationId = conversation;
        this.personId = person;
        this.contactId = contact;
        this.state = State.SENT;
        this.madeAt = at;
        this.expiresAt = expiresAt;
    }
}
