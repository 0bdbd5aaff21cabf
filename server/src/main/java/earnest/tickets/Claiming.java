package earnest.tickets;

import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** The holder says who the other side says they are. */
@Component
class Claiming {
    private final Holding holding;
    private final Conversations talks;
    private final People people;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    Claiming(
            Holding holding,
            Conversations talks,
            People people,
            TheRecord record,
            Writes writes,
            Clock clock,
            ApplicationEventPublisher events) {
        this.holding = holding;
        this.talks = talks;
        this.people = people;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.events = events;
    }

    void claim(UUID id, SignedIn me, UUID personId, long version) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me, version);
                    People.Person person =
                            people.person(personId).orElseThrow(() -> Problem.unknown("person"));
                    if (person.gone()) {
                        throw new Problem(
                                409,
                                "gone",
                                person.name()
                                        + " is not in the directory any more. Nothing can be done"
                                        + " for them here.");
                    }
                    if (personId.equals(ticket.personId)) {
                        return;
                    }
                    Conversation live = talks.live(ticket);
                    Conversation conversation = live == null ? talks.present(ticket) : live;
                    UUID former = ticket.personId;
                    ticket.personId = personId;
                    ticket.named++;
                    ticket.claimedAt = clock.instant();
                    ticket.version++;
                    record.append(
                            TicketEntries.entry(EntryKind.PERSON_CLAIMED, ticket, me)
                                    .person(personId, person.name()));
                    events.publishEvent(
                            new Tickets.Claimed(
                                    id,
                                    conversation.id,
                                    personId,
                                    former,
                                    conversation.channel,
                                    conversation.facts(),
                                    new Actor.AtDesk(me)));
                });
    }
}
