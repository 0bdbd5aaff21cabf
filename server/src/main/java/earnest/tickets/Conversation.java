package earnest.tickets;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

/** One unbroken call on a ticket. */
@Entity
@Table(name = "conversation")
class Conversation {
    static final String RINGING = "ringing";
    static final String ANSWERED = "answered";
    static final String HELD = "held";

    @Id UUID id;
    UUID ticketId;
    String callId;
    @Nullable String numberShown;
    String state;
    Instant rangAt;

    /** Whether the desk placed it. */
    boolean called;

    @Nullable Instant answeredAt;
    @Nullable Instant endedAt;

    /** The called line on which the person confirmed this one to be theirs, or null. */
    @Nullable UUID carriedTo;

    @SuppressWarnings("NullAway.Init")
    protected Conversation() {}

    Conversation(
            UUID id, UUID ticketId, String callId, @Nullable String numberShown, Instant rangAt) {
        this.id = id;
        this.ticketId = ticketId;
        this.callId = callId;
        this.numberShown = numberShown;
        this.state = RINGING;
        this.rangAt = rangAt;
    }

    boolean live() {
        return endedAt == null;
    }

    boolean held() {
        return live() && state.equals(HELD);
    }

    Tickets.Call call() {
        return new Tickets.Call(callId, called, numberShown, state, rangAt, answeredAt, endedAt);
    }
}
