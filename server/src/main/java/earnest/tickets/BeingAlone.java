package earnest.tickets;

import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.ground.Ids;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;

/** Tickets of people who help themselves: nobody takes them, and they end by themselves. */
@Component
class BeingAlone {
    private final TicketRepository tickets;
    private final ConversationRepository conversations;
    private final Holding holding;
    private final Conversations talks;
    private final TicketChannels channels;
    private final People people;
    private final TheRecord record;
    private final Clock clock;
    private final Ids ids;
    private final ApplicationEventPublisher events;

    BeingAlone(
            TicketRepository tickets,
            ConversationRepository conversations,
            Holding holding,
            Conversations talks,
            TicketChannels channels,
            People people,
            TheRecord record,
            Clock clock,
            Ids ids,
            ApplicationEventPublisher events) {
        this.tickets = tickets;
        this.conversations = conversations;
        this.holding = holding;
        this.talks = talks;
        this.channels = channels;
        this.people = people;
        this.record = record;
        this.clock = clock;
        this.ids = ids;
        this.events = events;
    }

    UUID begins(String channelId, String reference, @Nullable UUID person) {
        Instant now = clock.instant();
        TicketChannel channel = channels.channel(channelId);
        Ticket ticket = new Ticket(ids.next(), channelId, now);
        ticket.state = Tickets.State.OPEN;
        ticket.personId = person;
        ticket.claimedAt = person == null ? null : now;
        Conversation conversation =
                new Conversation(ids.next(), ticket.id, channelId, reference, Map.of(), now);
        conversation.state = Tickets.TalkState.ANSWERED;
        conversation.answeredAt = now;
        ticket.conversationId = conversation.id;
        tickets.add(ticket);
        conversations.add(conversation);
        record.append(
                Entry.byCaller(
                                channel.alone() ? EntryKind.PAGE_BEGUN : EntryKind.CALL_RANG,
                                reference,
                                channel.other())
                        .data("did", channel.alone() ? null : channel.deeds().came())
                        .ticket(ticket.id, conversation.id)
                        .person(person, name(person))
                        .data("channel", channelId));
        events.publishEvent(new Tickets.Opened(ticket.id, channelId));
        return ticket.id;
    }

    private @Nullable String name(@Nullable UUID person) {
        return person == null ? null : people.person(person).map(People.Person::name).orElse(null);
    }

    boolean names(UUID id, UUID person) {
        Ticket ticket = holding.locked(id);
        Conversation live = talks.live(ticket);
        if (ticket.state != Tickets.State.OPEN || ticket.holderId != null || live == null) {
            return false;
        }
        UUID former = ticket.personId;
        if (person.equals(former)) {
            return true;
        }
        ticket.personId = person;
        ticket.claimedAt = clock.instant();
        ticket.version++;
        TicketChannel channel = channels.channel(ticket.channel);
        record.append(
                Entry.byCaller(EntryKind.NAMED_THEMSELVES, live.reference, channel.other())
                        .ticket(id, live.id)
                        .person(person, name(person)));
        events.publishEvent(
                new Tickets.Claimed(
                        id,
                        live.id,
                        person,
                        former,
                        ticket.channel,
                        live.facts(),
                        new Actor.Alone(person)));
        return true;
    }

    void ends(UUID id, String summary) {
        Ticket ticket = holding.locked(id);
        if (ticket.state == Tickets.State.CLOSED || ticket.holderId != null) {
            return;
        }
        talks.hungUpAll(ticket);
        if (ticket.warned) {
            ticket.version++;
            return; // the desk is waited for
        }
        ticket.state = Tickets.State.CLOSED;
        ticket.closedAt = clock.instant();
        ticket.summary = summary;
        ticket.version++;
        record.append(
                Entry.byEarnest(EntryKind.TICKET_CLOSED)
                        .ticket(ticket.id, null)
                        .person(ticket.personId, null)
                        .personal("summary", "“" + summary + "”"));
        events.publishEvent(new Tickets.LetGo(id, null));
        events.publishEvent(new Tickets.Closed(id));
    }

    void reopens(UUID id, String words) {
        Ticket ticket = holding.locked(id);
        ticket.reminder = words;
        ticket.warned = true;
        if (ticket.state != Tickets.State.CLOSED) {
            return;
        }
        ticket.state = Tickets.State.OPEN;
        ticket.holderId = null;
        ticket.closedAt = null;
        ticket.version++;
        record.append(
                Entry.byEarnest(EntryKind.TICKET_REOPENED)
                        .ticket(ticket.id, null)
                        .person(ticket.personId, null)
                        .personal("reason", words));
    }
}
