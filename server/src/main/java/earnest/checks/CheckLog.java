package earnest.checks;

import earnest.access.SignedIn;
import earnest.channels.TicketChannels;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Result;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** What happens in checks, as entries; and how checks end. */
@Component
class CheckLog {
    /**
     * Who is there to have done something.
     *
     * @param actor null where something outside says what became of a check, or Earnest itself
     * @param system what that is, and what it is called
     */
    record There(@Nullable Actor actor, String system, String systemName) {
        static There of(@Nullable Actor actor) {
            return new There(actor, "earnest", "Earnest");
        }
    }

    private final Tickets tickets;
    private final TicketChannels channels;
    private final People people;
    private final TheRecord record;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    CheckLog(
            Tickets tickets,
            TicketChannels channels,
            People people,
            TheRecord record,
            Clock clock,
            ApplicationEventPublisher events) {
        this.tickets = tickets;
        this.channels = channels;
        this.people = people;
        this.record = record;
        this.clock = clock;
        this.events = events;
    }

    void append(
            EntryKind kind,
            Tickets.View ticket,
            ProofCheck check,
            Result.By by,
            There there,
            String what) {
        record.append(entry(kind, ticket, check, by, there, what));
    }

    private Entry entry(
            EntryKind kind,
            Tickets.View ticket,
            ProofCheck check,
            Result.By by,
            There there,
            String what) {
        return by(kind, ticket, by, there)
                .ticket(check.ticketId, check.conversationId)
                .person(
                        check.personId,
                        people.person(check.personId).map(People.Person::name).orElse(null))
                .data("check", check.id.toString())
                .data("method", check.method)
                .data("what", what);
    }

    /** That somebody took a way to prove themselves that there is not for them. */
    void notBegun(Tickets.View ticket, Actor.Alone who, String way, String reason) {
        record.append(
                by(EntryKind.CHECK_NOT_BEGUN, ticket, Result.By.CALLER, There.of(who))
                        .ticket(ticket.id(), ticket.conversation())
                        .person(
                                who.person(),
                                people.person(who.person()).map(People.Person::name).orElse(null))
                        .data("way", way)
                        .data("reason", reason));
    }

    /** What a caller does before they are proved is done by the caller, as the person. */
    private Entry by(EntryKind kind, Tickets.View ticket, Result.By by, There there) {
        Tickets.Talk talk = ticket.talk();
        return switch (by) {
            case CALLER ->
                    Entry.byCaller(
                            kind,
                            talk == null ? "none" : talk.reference(),
                            channels.channel(ticket.channel()).other());
            // Where there is no analyst, Earnest does their part.
            case ANALYST ->
                    there.actor() instanceof Actor.AtDesk(SignedIn analyst)
                            ? Entry.by(kind, analyst.id(), analyst.name())
                            : Entry.byEarnest(kind);
            case OUTSIDE -> Entry.bySystem(kind, there.system(), there.systemName());
        };
    }

    /** Ends a check; decisions made on what stood before must fall. */
    void end(Tickets.View ticket, ProofCheck check, Result.Ends end, There there) {
        UUID id =
                record.append(
                        entry(kind(end.state()), ticket, check, end.by(), there, end.words())
                                .data("relayed", check.relayed)
                                .outcome(end.state().word()));
        check.end(end.state(), clock.instant(), id);
        tickets.bump(ticket.id());
        if (end.state() == CheckState.PASSED) {
            events.publishEvent(
                    new Standing.Proved(ticket.id(), check.personId, check.id, check.method));
        }
    }

    private static EntryKind kind(CheckState state) {
        return switch (state) {
            case PASSED -> EntryKind.CHECK_PASSED;
            case FAILED -> EntryKind.CHECK_FAILED;
            case DENIED -> EntryKind.CHECK_DENIED;
            case UNANSWERED -> EntryKind.CHECK_UNANSWERED;
            case OPEN -> throw new IllegalArgumentException("a check does not end by being open");
        };
    }
}
