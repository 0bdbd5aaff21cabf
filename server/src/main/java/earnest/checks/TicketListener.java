package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.ProofMethod;
import earnest.ground.Ids;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Locale;
import java.util.UUID;

/** What happens to a ticket touches its checks in the same transaction. */
@Component
class TicketListener {
    private final Proving proving;
    private final ProofMethods methods;
    private final CheckRepository checks;
    private final Rulebooks rulebooks;
    private final People people;
    private final TheRecord record;
    private final Clock clock;
    private final Ids ids;

    TicketListener(
            Proving proving,
            ProofMethods methods,
            CheckRepository checks,
            Rulebooks rulebooks,
            People people,
            TheRecord record,
            Clock clock,
            Ids ids) {
        this.proving = proving;
        this.methods = methods;
        this.checks = checks;
        this.rulebooks = rulebooks;
        this.people = people;
        this.record = record;
        this.clock = clock;
        this.ids = ids;
    }

    @EventListener
    void on(Tickets.Claimed claimed) {
        proving.endOpen(claimed.ticket(), claimed.by());
        for (ProofMethod method : methods.all()) {
            method.shown(claimed).ifPresent(shown -> shown(claimed, method, shown));
        }
    }

    /** What shows by itself is passed as soon as it is seen. */
    private void shown(Tickets.Claimed claimed, ProofMethod method, ProofMethod.Shown shown) {
        String name = people.person(claimed.person()).map(People.Person::name).orElse(null);
        UUID entry =
                record.append(
                        Entry.bySystem(
                                        shown.kind(),
                                        shown.teller().toLowerCase(Locale.ROOT),
                                        shown.teller())
                                .data("shown", shown.what())
                                .ticket(claimed.ticket(), claimed.conversation())
                                .person(claimed.person(), name));
        People.Contact contact = shown.contact();
        if (contact == null) {
            return;
        }
        ProofCheck check =
                new ProofCheck(
                        ids.next(),
                        method.id(),
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

    @EventListener
    void on(Tickets.Closed closed) {
        rulebooks.closedUnder(closed.ticket());
    }

    @EventListener
    void on(Tickets.LetGo letGo) {
        proving.endOpen(letGo.ticket(), letGo.by());
    }
}
