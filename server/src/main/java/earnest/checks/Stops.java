package earnest.checks;

import earnest.access.Right;
import earnest.access.SecondPersons;
import earnest.access.SignedIn;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * A person's 'no': it stops everything of theirs on every ticket, until two lift it, one of them a
 * lead.
 */
@Service
class Stops {
    private final CheckRepository checks;
    private final SecondPersons seconds;
    private final StopLiftings liftings;
    private final Tickets tickets;
    private final People people;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final ApplicationEventPublisher events;

    Stops(
            CheckRepository checks,
            SecondPersons seconds,
            StopLiftings liftings,
            Tickets tickets,
            People people,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids,
            ApplicationEventPublisher events) {
        this.checks = checks;
        this.seconds = seconds;
        this.liftings = liftings;
        this.tickets = tickets;
        this.people = people;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.events = events;
    }

    /** Tells every other open ticket of the person, in the present transaction. */
    void everywhere(ProofCheck no) {
        people.lock(no.personId);
        String name = name(no.personId);
        for (Tickets.View other : tickets.openOf(no.personId)) {
            if (!other.id().equals(no.ticketId)) {
                record.append(
                        Entry.byEarnest(EntryKind.PERSON_STOPPED)
                                .ticket(other.id(), other.conversation())
                                .person(no.personId, name)
                                .data("check", no.id.toString()));
            }
        }
        events.publishEvent(new Standing.Stopped(no.personId));
    }

    /** What was asked about lifting the stops of a person and waits for an answer. */
    Optional<Standing.Lifting> waiting(UUID person) {
        return liftings.waiting(person);
    }

    /** Whether anything of the person is stopped. */
    boolean stopped(UUID person) {
        return !checks.stops(person).isEmpty();
    }

    /**
     * Asks to lift what stops the person of a ticket.
     *
     * @throws Problem 403 without the right, 409 if nothing stops them or it was asked already
     */
    UUID ask(UUID ticketId, SignedIn me, String reason) {
        me.must(Right.WORK_AT_DESK);
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.lock(ticketId);
                    UUID person = person(ticket);
                    people.lock(person);
                    List<ProofCheck> stops = checks.stops(person);
                    if (stops.isEmpty()) {
                        throw new Problem(409, "not-stopped", "Nothing of theirs is stopped.");
                    }
                    if (liftings.waiting(person).isPresent()) {
                        throw new Problem(
                                409, "asked-already", "That was asked already and waits.");
                    }
                    UUID id = ids.next();
                    liftings.add(id, stops.getLast(), ticketId, reason, me);
                    record.append(
                            entry(EntryKind.STOP_LIFT_ASKED, me, ticketId, person)
                                    .data("lifting", id.toString())
                                    .personal("reason", reason));
                    return id;
                });
    }

    /**
     * Agrees to lifting, or does not. All stops that stand now are lifted; a later 'no' stops
     * again.
     *
     * @throws Problem 403 if it is the same person, or neither is a lead; 404, 409
     */
    void answer(UUID ticketId, SignedIn me, UUID lifting, boolean agreed) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    UUID person = person(tickets.lock(ticketId));
                    people.lock(person);
                    Standing.Lifting asked =
                            liftings.waiting(person)
                                    .filter(w -> w.id().equals(lifting))
                                    .orElseThrow(
                                            () ->
                                                    new Problem(
                                                            409,
                                                            "decided",
                                                            "Somebody decided on this already."));
                    if (agreed && !seconds.mayAgree(me.id(), asked.askedBy())) {
                        throw new Problem(
                                403,
                                "needs-second-person",
                                "You asked for this yourself, or one of you made the other lately."
                                        + " Somebody else must agree.");
                    }
                    if (agreed && !asked.byLead() && !me.may(Right.LIFT_STOP)) {
                        throw new Problem(
                                403, "needs-lead", "One of the two must be a lead. Ask yours.");
                    }
                    liftings.settle(lifting, me, agreed);
                    if (agreed) {
                        Instant now = clock.instant();
                        checks.stops(person).forEach(stop -> stop.stopLiftedAt = now);
                        tickets.openOf(person).forEach(other -> tickets.bump(other.id()));
                    }
                    record.append(
                            entry(
                                            agreed
                                                    ? EntryKind.STOP_LIFTED
                                                    : EntryKind.STOP_LIFT_REFUSED,
                                            me,
                                            ticketId,
                                            person)
                                    .data("lifting", lifting.toString()));
                });
    }

    private Entry entry(EntryKind kind, SignedIn me, UUID ticket, UUID person) {
        return Entry.by(kind, me.id(), me.name()).ticket(ticket, null).person(person, name(person));
    }

    private static UUID person(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(409, "nobody-named", "Nobody is named on this ticket.");
        }
        return person;
    }

    private @Nullable String name(UUID person) {
        return people.person(person).map(People.Person::name).orElse(null);
    }
}
