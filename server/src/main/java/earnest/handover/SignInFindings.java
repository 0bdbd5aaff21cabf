package earnest.handover;

import earnest.changes.Changes;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.function.Consumer;

/** What {@link SignInWatch} sees goes to the ticket and the record: each in one transaction. */
@Component
class SignInFindings {
    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Tickets tickets;
    private final WrappedSecrets secrets;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    SignInFindings(
            HandoverRepository handovers,
            HandoverEntries entries,
            Tickets tickets,
            WrappedSecrets secrets,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.handovers = handovers;
        this.entries = entries;
        this.tickets = tickets;
        this.secrets = secrets;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    private void on(Handover known, Consumer<Handover> found) {
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    // What ran out while the account was read is what Earnest did itself.
                    if (!handover.state.over()) {
                        found.accept(handover);
                    }
                });
    }

    /** The person chose a password of their own. */
    void isIn(Handover known, People.Person person, Changes.View change) {
        on(
                known,
                handover -> {
                    handover.inAt = clock.instant();
                    secrets.forget(handover.wrappedId);
                    tickets.remind(handover.ticketId, null);
                    record.append(
                            Entry.byPerson(EntryKind.PERSON_IN, person.id(), person.name())
                                    .ticket(handover.ticketId, null)
                                    .person(person.id(), person.name())
                                    .account(change.system(), change.account().name()));
                });
    }

    /** Somebody else set another password. */
    void replaced(Handover known) {
        on(
                known,
                handover -> {
                    handover.state = Handovers.State.REPLACED;
                    secrets.forget(handover.wrappedId);
                });
    }

    /** Somebody took away that the password must be changed. */
    void unflagged(Handover known, People.Person person) {
        if (known.remindedAt != null) {
            return;
        }
        on(
                known,
                handover -> {
                    handover.remindedAt = clock.instant();
                    tickets.remind(
                            handover.ticketId,
                            person.name()
                                    + "'s temporary password need not be changed any more:"
                                    + " somebody took that away");
                    entries.append(Entry.byEarnest(EntryKind.HANDOVER_UNFLAGGED), handover);
                });
    }

    /** The person did not choose one so long after they got it. */
    void notYetIn(Handover known, People.Person person, Duration after) {
        int minutes = (int) after.toMinutes();
        on(
                known,
                handover -> {
                    handover.remindedAt = clock.instant();
                    tickets.remind(
                            handover.ticketId,
                            "%s has not chosen their own password yet, %d minutes after the temporary one"
                                    .formatted(person.name(), minutes));
                    record.append(
                            Entry.byEarnest(EntryKind.HANDOVER_REMINDED)
                                    .ticket(handover.ticketId, null)
                                    .person(person.id(), person.name())
                                    .data("minutes", minutes));
                });
    }
}
