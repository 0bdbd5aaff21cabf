package earnest.tickets;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.hibernate.annotations.Generated;
import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "ticket")
class Ticket {
    @Id UUID id;

    @Generated
    @Column(insertable = false, updatable = false)
    long number;

    String channel;

    @Enumerated(EnumType.STRING)
    Tickets.State state;

    Instant openedAt;
    @Nullable UUID holderId;
    @Nullable UUID personId;
    @Nullable Instant claimedAt;
    @Nullable UUID conversationId;
    long version;
    @Nullable Instant closedAt;
    @Nullable String summary;
    @Nullable String reminder;

    /** When its analyst said that they are pressed, or null. */
    @Nullable Instant pressedAt;

    /** When its person is to be rung back, or null. */
    @Nullable Instant ringBackAt;

    /** The ticket as which this one went on, or null. */
    @Nullable UUID wentOnAs;

    /** How many people it was said to be. */
    int named;

    /** Whether the reminder is a warning, which no other takes the place of. */
    boolean warned;

    @SuppressWarnings("NullAway.Init")
    protected Ticket() {}

    Ticket(UUID id, String channel, Instant openedAt) {
        this.id = id;
        this.channel = channel;
        this.state = Tickets.State.RINGING;
        this.openedAt = openedAt;
    }
}
