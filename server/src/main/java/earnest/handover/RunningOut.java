package earnest.handover;

import earnest.changes.Changes;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.systems.Action;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Objects;
import java.util.UUID;

/** Follows how an unused password is taken out of force, and tells its person and the desk. */
@Component
class RunningOut {
    private static final Duration AGAIN = Duration.ofMinutes(10);
    private static final int LONGEST_WORDS = 200;

    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final WrappedSecrets secrets;
    private final Tickets tickets;
    private final People people;
    private final ObjectProvider<Messages> messages;
    private final Clock clock;

    RunningOut(
            HandoverRepository handovers,
            HandoverEntries entries,
            WrappedSecrets secrets,
            Tickets tickets,
            People people,
            ObjectProvider<Messages> messages,
            Clock clock) {
        this.handovers = handovers;
        this.entries = entries;
        this.secrets = secrets;
        this.tickets = tickets;
        this.people = people;
        this.messages = messages;
        this.clock = clock;
    }

    @EventListener
    void on(Changes.TookEffect expiry) {
        if (expiry.action() != Action.EXPIRY) {
            return;
        }
        // What was never handed over is told by whoever had it taken out of force.
        handovers
                .findByChangeId(Objects.requireNonNull(expiry.about()))
                .flatMap(h -> handovers.lock(h.id))
                .ifPresent(this::ranOut);
    }

    private void ranOut(Handover handover) {
        handover.state = Handovers.State.EXPIRED;
        secrets.forget(handover.wrappedId);
        entries.append(Entry.byEarnest(EntryKind.HANDOVER_EXPIRED), handover);
        String name = people.person(handover.personId).map(People.Person::name).orElse("Their");
        tickets.remind(handover.ticketId, name + "'s temporary password ran out unused");
        tellPerson(handover);
    }

    private void tellPerson(Handover handover) {
        for (People.Contact contact : people.contacts(handover.personId)) {
            if (messages.getObject().reach(contact).isPresent()) {
                messages.getObject()
                        .send(
                                RanOutText.OCCASION,
                                handover.id,
                                new Recipient(handover.ticketId, handover.personId, contact.id()));
            }
        }
    }

    /** It could not be taken out of force: the desk is told why, and it is tried again later. */
    @EventListener
    void on(Changes.CameToNothing nothing) {
        UUID given = nothing.about();
        if (nothing.action() != Action.EXPIRY || given == null) {
            return;
        }
        handovers
                .findByChangeId(given)
                .flatMap(h -> handovers.lock(h.id))
                .ifPresent(handover -> again(handover, nothing.reason()));
    }

    private void again(Handover handover, String reason) {
        handover.expiryTries++;
        handover.expiryNextAt =
                clock.instant().plus(AGAIN.multipliedBy(Math.min(6, handover.expiryTries)));
        String words = "A temporary password could not be taken out of force: " + reason;
        tickets.remind(
                handover.ticketId, words.substring(0, Math.min(words.length(), LONGEST_WORDS)));
    }
}
