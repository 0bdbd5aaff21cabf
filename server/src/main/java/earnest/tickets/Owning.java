package earnest.tickets;

import earnest.access.Analysts;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.util.UUID;

/** Whose a ticket is: who answers, takes or gets it. Nobody speaks on two lines by that. */
@Component
class Owning {
    private final Holding holding;
    private final Conversations talks;
    private final Analysts analysts;
    private final TheRecord record;
    private final Writes writes;
    private final ApplicationEventPublisher events;

    Owning(
            Holding holding,
            Conversations talks,
            Analysts analysts,
            TheRecord record,
            Writes writes,
            ApplicationEventPublisher events) {
        this.holding = holding;
        this.talks = talks;
        this.analysts = analysts;
        this.record = record;
        this.writes = writes;
        this.events = events;
    }

    void answer(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Ticket ticket = holding.locked(id);
                    if (ticket.state != Tickets.State.RINGING) {
                        throw new Problem(
                                409,
                                "not-ringing",
                                ticket.state == Tickets.State.MISSED
                                        ? "The caller hung up. Take the ticket to call them back."
                                        : holding.holds(ticket.holderId)
                                                + " The call was answered already.");
                    }
                    Conversation conversation = talks.present(ticket);
                    ticket.state = Tickets.State.OPEN;
                    ticket.holderId = me.id();
                    talks.answered(conversation, me.id());
                    record.append(
                            TicketEntries.entry(EntryKind.CALL_ANSWERED, ticket, me)
                                    .data("did", talks.deeds(conversation).took()));
                });
    }

    void take(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Ticket ticket = holding.locked(id);
                    if (ticket.state == Tickets.State.CLOSED
                            || ticket.state == Tickets.State.RINGING) {
                        throw new Problem(
                                409,
                                "not-open",
                                ticket.state == Tickets.State.CLOSED
                                        ? "This ticket is closed."
                                        : "This call still rings: answer it.");
                    }
                    takes(ticket, me);
                });
    }

    /** An open ticket is the analyst's from now on. */
    void takes(Ticket ticket, SignedIn me) {
        if (me.id().equals(ticket.holderId)) {
            return;
        }
        UUID former = ticket.holderId;
        Conversation live = talks.live(ticket);
        if (live != null && !live.held()) {
            talks.holdOthers(me.id(), live);
        }
        ticket.holderId = me.id();
        ticket.state = Tickets.State.OPEN;
        ticket.version++;
        events.publishEvent(new Tickets.Taken(ticket.id, me));
        if (former == null) {
            record.append(TicketEntries.entry(EntryKind.TICKET_TAKEN, ticket, me));
            return;
        }
        record.append(
                TicketEntries.entry(EntryKind.TICKET_TAKEN_OVER, ticket, me)
                        .personal(
                                "from",
                                analysts.find(former)
                                        .map(Analysts.Colleague::name)
                                        .orElse("a colleague")));
        events.publishEvent(new Tickets.LetGo(ticket.id, new Actor.AtDesk(me)));
    }

    void pass(UUID id, SignedIn me, UUID to) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Analysts.Colleague colleague =
                            analysts.atTheDesk().stream()
                                    .filter(c -> c.id().equals(to))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("analyst at the desk"));
                    Conversation live = talks.live(ticket);
                    if (live != null && !live.held()) {
                        talks.holdOthers(colleague.id(), live);
                    }
                    ticket.holderId = colleague.id();
                    ticket.version++;
                    record.append(
                            TicketEntries.entry(EntryKind.TICKET_PASSED, ticket, me)
                                    .personal("to", colleague.name()));
                    events.publishEvent(new Tickets.LetGo(id, new Actor.AtDesk(me)));
                });
    }
}
