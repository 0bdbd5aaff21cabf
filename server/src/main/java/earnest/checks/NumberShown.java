package earnest.checks;

import earnest.ground.Ids;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** The number that a call shows: a line of its own, and no points, since anybody can show it. */
@Component
class NumberShown {
    private final CheckRepository checks;
    private final People people;
    private final TheRecord record;
    private final Clock clock;
    private final Ids ids;

    NumberShown(CheckRepository checks, People people, TheRecord record, Clock clock, Ids ids) {
        this.checks = checks;
        this.people = people;
        this.record = record;
        this.clock = clock;
        this.ids = ids;
    }

    /** Compares it once somebody is named; a withheld number says nothing. */
    void compare(Tickets.Claimed claimed) {
        String number = claimed.numberShown();
        if (number == null) {
            return;
        }
        people.contacts(claimed.person()).stream()
                .filter(contact -> contact.value().equals(number))
                .findFirst()
                .ifPresentOrElse(
                        contact -> onRecord(claimed, contact),
                        () -> append(claimed, EntryKind.NUMBER_DIFFERS));
    }

    private void onRecord(Tickets.Claimed claimed, People.Contact contact) {
        UUID entry = append(claimed, EntryKind.NUMBER_SHOWN);
        ProofCheck check =
                new ProofCheck(
                        ids.next(),
                        Methods.NUMBER_SHOWN,
                        claimed.ticket(),
                        claimed.conversation(),
                        claimed.person(),
                        contact.path(),
                        clock.instant());
        check.pathSince = contact.since();
        check.contactId = contact.id();
        check.end(CheckState.PASSED, clock.instant(), entry);
        checks.add(check);
    }

    private UUID append(Tickets.Claimed claimed, EntryKind kind) {
        String name = people.person(claimed.person()).map(People.Person::name).orElse(null);
        return record.append(
                Entry.bySystem(kind, "line", "Line")
                        .ticket(claimed.ticket(), claimed.conversation())
                        .person(claimed.person(), name));
    }
}
