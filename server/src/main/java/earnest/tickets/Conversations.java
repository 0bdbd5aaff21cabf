package earnest.tickets;

import earnest.access.SignedIn;
import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelEvent;
import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.ground.Ids;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import jakarta.persistence.EntityManager;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BiConsumer;

/** Conversations on tickets, over whichever channel: what was proved in one ends with it. */
@Component
class Conversations {
    private static final int LONGEST_ADDRESS = 120;

    private final TicketRepository tickets;
    private final ConversationRepository conversations;
    private final Holding holding;
    private final EntityManager entities;
    private final TheRecord record;
    private final TicketChannels channels;
    private final Clock clock;
    private final Ids ids;
    private final ApplicationEventPublisher events;

    Conversations(
            TicketRepository tickets,
            ConversationRepository conversations,
            Holding holding,
            EntityManager entities,
            TheRecord record,
            TicketChannels channels,
            Clock clock,
            Ids ids,
            ApplicationEventPublisher events) {
        this.tickets = tickets;
        this.conversations = conversations;
        this.holding = holding;
        this.entities = entities;
        this.record = record;
        this.channels = channels;
        this.clock = clock;
        this.ids = ids;
        this.events = events;
    }

    /** Whoever comes becomes a ticket at once; the same one told twice stays one ticket. */
    UUID began(ChannelEvent.Began began) {
        Optional<Conversation> known = conversations.findByReference(began.reference());
        if (known.isPresent()) {
            return known.get().ticketId;
        }
        Instant now = clock.instant();
        Ticket ticket = new Ticket(ids.next(), began.channel(), now);
        Conversation conversation =
                new Conversation(
                        ids.next(),
                        ticket.id,
                        began.channel(),
                        began.reference(),
                        began.facts(),
                        now);
        conversation.address =
                channels.address(began.channel(), began.facts())
                        .map(TicketChannel.Address::value)
                        .filter(address -> address.length() <= LONGEST_ADDRESS)
                        .orElse(null);
        ticket.conversationId = conversation.id;
        tickets.add(ticket);
        conversations.add(conversation);
        TicketChannel channel = channels.channel(began.channel());
        record.append(
                told(EntryKind.CALL_RANG, channel)
                        .data("did", channel.deeds().came())
                        .ticket(ticket.id, conversation.id)
                        .data("channel", began.channel())
                        .personal(
                                "number",
                                channel.address(began.facts())
                                        .map(TicketChannel.Address::masked)
                                        .orElse(channel.words().noAddress())));
        events.publishEvent(new Tickets.Opened(ticket.id, began.channel()));
        return ticket.id;
    }

    /** What the record says of it. */
    ChannelDeeds deeds(Conversation conversation) {
        return channels.channel(conversation.channel).deeds();
    }

    /** The desk answers, and tells the channel once that is committed. */
    void answered(Conversation conversation, UUID analyst) {
        conversation.state = Tickets.TalkState.ANSWERED;
        conversation.answeredAt = clock.instant();
        tell(conversation, TicketChannel::answered);
        holdOthers(analyst, conversation);
    }

    /** The desk ends the present one, and tells the channel once that is committed. */
    void hungUp(Ticket ticket, Conversation conversation) {
        end(ticket, conversation, Tickets.TalkState.ENDED);
        tell(conversation, TicketChannel::ended);
    }

    /** Ends all that is on the line or held. */
    void hungUpAll(Ticket ticket) {
        for (Conversation conversation :
                conversations.findByTicketIdAndEndedAtIsNullOrderByRangAt(ticket.id)) {
            hungUp(ticket, conversation);
        }
    }

    /**
     * Nobody speaks on two lines: all others of the analyst are held. One may write to several, and
     * speak with somebody besides.
     */
    void holdOthers(UUID analyst, Conversation but) {
        if (written(but)) {
            return;
        }
        for (Conversation other : conversations.spokenBy(analyst)) {
            if (!other.id.equals(but.id) && !written(other)) {
                hold(other);
            }
        }
    }

    private boolean written(Conversation conversation) {
        return channels.channel(conversation.channel).written();
    }

    private void hold(Conversation conversation) {
        if (!moved(conversation, Tickets.TalkState.ANSWERED, Tickets.TalkState.HELD)) {
            return;
        }
        tell(conversation, TicketChannel::held);
        record.append(
                Entry.byEarnest(EntryKind.LINE_HELD)
                        .data("did", deeds(conversation).held())
                        .ticket(conversation.ticketId, conversation.id));
    }

    /** The analyst speaks on a held line again. */
    void speak(Conversation conversation, UUID analyst) {
        if (moved(conversation, Tickets.TalkState.HELD, Tickets.TalkState.ANSWERED)) {
            tell(conversation, TicketChannel::resumed);
        }
        holdOthers(analyst, conversation);
    }

    /** The row decides: a call of another ticket may end at this moment. */
    private boolean moved(Conversation conversation, Tickets.TalkState from, Tickets.TalkState to) {
        boolean moved = conversations.move(conversation.id, from, to) == 1;
        entities.refresh(conversation);
        return moved;
    }

    private void tell(Conversation conversation, BiConsumer<TicketChannel, String> what) {
        TicketChannel channel = channels.channel(conversation.channel);
        String reference = conversation.reference;
        Writes.afterCommit(() -> Thread.ofVirtual().start(() -> what.accept(channel, reference)));
    }

    /**
     * A call that the desk placed was answered: it is the present line from now on. Who was on the
     * line before is held, since it need not be the same person.
     */
    UUID callBackBegins(UUID id, String call) {
        Ticket ticket = holding.locked(id);
        Instant now = clock.instant();
        Conversation conversation =
                new Conversation(ids.next(), id, ticket.channel, call, Map.of(), now);
        conversation.called = true;
        conversation.state = Tickets.TalkState.ANSWERED;
        conversation.answeredAt = now;
        conversations.add(conversation);
        Conversation before = live(ticket);
        if (before != null && before.state.equals(Tickets.TalkState.ANSWERED)) {
            hold(before);
        }
        UUID holder = ticket.holderId;
        if (holder != null) {
            holdOthers(holder, conversation);
        }
        ticket.conversationId = conversation.id;
        ticket.version++;
        return conversation.id;
    }

    /** The person on the called line says that the held one is theirs too: its proof goes over. */
    void carryTo(UUID called) {
        Conversation line = conversations.findById(called).orElseThrow();
        if (line.live()) {
            carry(
                    conversations
                            .findByTicketIdAndEndedAtIsNullOrderByRangAt(line.ticketId)
                            .stream()
                            .filter(Conversation::held)
                            .toList(),
                    line,
                    Entry.byEarnest(EntryKind.PROOF_CARRIED)
                            .data("why", "confirmed on the call back")
                            .data("by", "call-back"));
        }
    }

    private List<Conversation> carriedInto(Conversation line) {
        return conversations.findByTicketIdInOrderByRangAt(List.of(line.ticketId)).stream()
                .filter(one -> line.id.equals(one.carriedTo))
                .toList();
    }

    /** What was proved in some lines, and in those that were carried on into them, goes over. */
    private void carry(List<Conversation> from, Conversation to, Entry entry) {
        if (from.isEmpty()) {
            return;
        }
        List<Conversation> all = new ArrayList<>(from);
        from.forEach(one -> all.addAll(carriedInto(one)));
        all.forEach(one -> one.carriedTo = to.id);
        record.append(
                entry.data("lines", all.stream().map(one -> one.id.toString()).toList())
                        .ticket(to.ticketId, to.id));
    }

    /**
     * The person on a line brings back, by pick-up words, what was proved in one that is over. From
     * then on it counts as read out.
     */
    void bringBack(UUID former, Conversation to, SignedIn me) {
        Conversation from = conversations.findById(former).orElseThrow();
        from.broughtBack = true;
        carriedInto(from).forEach(line -> line.broughtBack = true);
        carry(
                List.of(from),
                to,
                Entry.by(EntryKind.PROOF_CARRIED, me.id(), me.name())
                        .data("why", "heard the pick-up words")
                        .data("by", "words"));
    }

    /** A line goes on on another ticket, as its present one; who is held there stays held. */
    void moveTo(Ticket ticket, Ticket former, Conversation line) {
        line.ticketId = ticket.id;
        former.conversationId = null;
        ticket.conversationId = line.id;
        ticket.version++;
    }

    void ended(String reference, boolean dropped) {
        Optional<Conversation> found = conversations.findByReference(reference);
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
        end(
                ticket,
                conversation,
                missed
                        ? Tickets.TalkState.MISSED
                        : dropped ? Tickets.TalkState.DROPPED : Tickets.TalkState.ENDED);
        EntryKind kind =
                missed
                        ? EntryKind.CALL_MISSED
                        : dropped ? EntryKind.LINE_DROPPED : EntryKind.CALL_ENDED;
        TicketChannel channel = channels.channel(conversation.channel);
        String did =
                missed
                        ? channel.deeds().went()
                        : dropped ? channel.deeds().dropped() : channel.deeds().ended();
        Entry entry =
                dropped ? told(kind, channel) : Entry.byCaller(kind, reference, channel.other());
        record.append(entry.data("did", did).ticket(ticket.id, conversation.id));
        if (dropped && !missed && ticket.conversationId == null) {
            events.publishEvent(new Tickets.Dropped(ticket.id));
        }
    }

    private static Entry told(EntryKind kind, TicketChannel channel) {
        String teller = channel.deeds().teller();
        return Entry.bySystem(kind, teller.toLowerCase(Locale.ROOT), teller);
    }

    /** What was proved in a conversation ends with it, so decisions made before must fall. */
    private void end(Ticket ticket, Conversation conversation, Tickets.TalkState state) {
        conversations.end(conversation.id, state, clock.instant());
        entities.refresh(conversation);
        if (conversation.id.equals(ticket.conversationId)) {
            // A line that was held for this one is the present one again, still held.
            ticket.conversationId =
                    conversations.findByTicketIdAndEndedAtIsNullOrderByRangAt(ticket.id).stream()
                            .filter(other -> !other.id.equals(conversation.id))
                            .map(other -> other.id)
                            .findFirst()
                            .orElse(null);
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
