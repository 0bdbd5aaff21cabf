package earnest.tickets;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.time.Instant;
import java.util.Map;
import java.util.UUID;

/** One unbroken call, chat or visit on a ticket. */
@Entity
@Table(name = "conversation")
class Conversation {
    @Id UUID id;
    UUID ticketId;
    String channel;

    /** By which the channel knows it. */
    @Column(name = "call_id")
    String reference;

    /** From where it comes, as the channel says it, or null. */
    @Nullable String address;

    /** What the channel says of it, as JSON, or null. */
    @Nullable String facts;

    Tickets.TalkState state;
    Instant rangAt;

    /** Whether the desk placed it. */
    boolean called;

    @Nullable Instant answeredAt;
    @Nullable Instant endedAt;

    /** The line on which the person confirmed this one to be theirs, or null. */
    @Nullable UUID carriedTo;

    /** Whether they did so by pick-up words: its proof counts as read out then. */
    boolean broughtBack;

    @SuppressWarnings("NullAway.Init")
    protected Conversation() {}

    Conversation(
            UUID id,
            UUID ticketId,
            String channel,
            String reference,
            Map<String, String> facts,
            Instant rangAt) {
        this.id = id;
        this.ticketId = ticketId;
        this.channel = channel;
        this.reference = reference;
        this.facts = JsonMapper.shared().writeValueAsString(facts);
        this.state = Tickets.TalkState.RINGING;
        this.rangAt = rangAt;
    }

    boolean live() {
        return endedAt == null;
    }

    boolean held() {
        return live() && state == Tickets.TalkState.HELD;
    }

    Map<String, String> facts() {
        return facts == null
                ? Map.of()
                : JsonMapper.shared().readValue(facts, new TypeReference<>() {});
    }

    Tickets.Talk talk() {
        return new Tickets.Talk(
                reference, channel, facts(), called, state, rangAt, answeredAt, endedAt);
    }
}
