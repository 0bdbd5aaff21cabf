package earnest.tickets;

import earnest.channels.Line;
import earnest.ground.Ids;
import earnest.ground.Writes;
import earnest.people.Telephone;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** Calls on tickets: each is a conversation, and what was proved in it ends with it. */
@Component
class Calls {
    private final TicketRepository tickets;
    private final ConversationRepository conversations;
    private final Holding holding;
    private final TheRecord record;
    private final Line line;
    private final Clock clock;
    private final Ids ids;

    Calls(
            TicketRepository tickets,
            ConversationRepository conversations,
            Holding holding,
            TheRecord record,
            Line line,
            Clock clock,
            Ids ids) {
        this.tickets = tickets;
        this.conversations = conversations;
        this.holding = holding;
        this.record = record;
        this.line = line;
        this.clock = clock;
        this.ids = ids;
    }

    /** A ring becomes a ticket at once; the same ring told twice stays one ticket. */
    void rang(String call, @Nullable String number) {
        if (conversations.findByCallId(call).isPresent()) {
            return;
        }
        Instant now = clock.instant();
        Ticket ticket = new Ticket(ids.next(), now);
        Conversation conversation = new Conversation(ids.next(), ticket.id, call, number, now);
        ticket.conversationId = conversation.id;
        tickets.add(ticket);
        conversations.add(conversation);
        record.append(
                Entry.bySystem(EntryKind.CALL_RANG, "line", "Line")
                        .ticket(ticket.id, conversation.id)
                        .personal(
                                "number",
                                number == null ? "no number shown" : Telephone.masked(number)));
    }

    /** The desk answers, and tells the line once that is committed. */
    void answered(Conversation conversation) {
        conversation.state = Conversation.ANSWERED;
        conversation.answeredAt = clock.instant();
        Writes.afterCommit(
                () -> Thread.ofVirtual().start(() -> line.answered(conversation.callId)));
    }

    /** The desk ends the call, and tells the line once that is committed. */
    void hungUp(Ticket ticket, Conversation conversation) {
        end(ticket, conversation, "ended");
        Writes.afterCommit(() -> Thread.ofVirtual().start(() -> line.ended(conversation.callId)));
    }

    Optional<UUID> callBackBegins(UUID id, String call) {
        Ticket ticket = holding.locked(id);
        Conversation live = live(ticket);
        if (live != null) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        Conversation conversation = new Conversation(ids.next(), id, call, null, now);
        conversation.state = Conversation.ANSWERED;
        conversation.answeredAt = now;
        conversations.add(conversation);
        ticket.conversationId = conversation.id;
        return Optional.of(conversation.id);
    }

    void callEnded(String call, boolean dropped) {
        Optional<Conversation> found = conversations.findByCallId(call);
        if (found.isEmpty()) {
            return;
        }
        Ticket ticket = holding.locked(found.get().ticketId);
        Conversation conversation = found.get();
        if (!conversation.live()) {
            return;
        }
        boolean missed = ticket.state == Tickets.State.RINGING;
        if (missed) {
            ticket.state = Tickets.State.MISSED;
        }
        end(ticket, conversation, missed ? "missed" : dropped ? "dropped" : "ended");
        EntryKind kind =
                missed
                        ? EntryKind.CALL_MISSED
                        : dropped ? EntryKind.LINE_DROPPED : EntryKind.CALL_ENDED;
        Entry entry = dropped ? Entry.bySystem(kind, "line", "Line") : Entry.byCaller(kind, call);
        record.append(entry.ticket(ticket.id, conversation.id));
    }

    /** What was proved in a conversation ends with it, so decisions made before must fall. */
    private void end(Ticket ticket, Conversation conversation, String state) {
        conversation.state = state;
        conversation.endedAt = clock.instant();
        if (conversation.id.equals(ticket.conversationId)) {
            ticket.conversationId = null;
        }
        ticket.version++;
    }

    /** The call that is on the line, or null. */
    @Nullable Conversation live(Ticket ticket) {
        return ticket.conversationId == null
                ? null
                : conversations
                        .findById(ticket.conversationId)
                        .filter(Conversation::live)
                        .orElse(null);
    }

    /** The latest call, on the line or not. */
    Conversation present(Ticket ticket) {
        return conversations.findFirstByTicketIdOrderByRangAtDesc(ticket.id).orElseThrow();
    }
}
