package earnest.tickets;

import earnest.access.SignedIn;
import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** The holder closes a ticket. */
@Component
class Closing {
    private final Holding holding;
    private final Conversations talks;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    Closing(
            Holding holding,
            Conversations talks,
            TheRecord record,
            Writes writes,
            Clock clock,
            ApplicationEventPublisher events) {
        this.holding = holding;
        this.talks = talks;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.events = events;
    }

    void close(UUID id, SignedIn me, String summary, long version) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me, version);
                    talks.hungUpAll(ticket);
                    closed(ticket, me, summary);
                });
    }

    /** A ticket on which nobody is any more is closed. */
    void closed(Ticket ticket, SignedIn me, String summary) {
        ticket.state = Tickets.State.CLOSED;
        ticket.closedAt = clock.instant();
        ticket.summary = summary;
        ticket.reminder = null;
        ticket.warned = false;
        ticket.ringBackAt = null;
        ticket.version++;
        record.append(
                TicketEntries.entry(EntryKind.TICKET_CLOSED, ticket, me)
                        .person(ticket.personId, null)
                        .personal("summary", "“" + summary + "”"));
        events.publishEvent(new Tickets.LetGo(ticket.id, new Actor.AtDesk(me)));
        events.publishEvent(new Tickets.Closed(ticket.id));
    }
}
