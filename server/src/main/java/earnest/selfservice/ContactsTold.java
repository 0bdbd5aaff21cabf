package earnest.selfservice;

import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.links.Links;
import earnest.links.OnlyNo;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;

/**
 * Tells a person that a directory changed a contact of theirs, at the contact that counts no more:
 * whoever took it over does not hear of it first. Where one came that was not there before, all
 * others are told. Thread-safe.
 */
@Component
class ContactsTold implements Worker {
    private static final JobQueue.Kind KIND = new JobQueue.Kind("tell-contact", "contact", 1);

    /** A house that gets new numbers all at once must not hold up the code of a caller. */
    private static final Duration BETWEEN = Duration.ofMillis(500);

    private final People people;
    private final Messages messages;
    private final Links links;
    private final TheRecord record;
    private final JobQueue jobs;
    private final Writes writes;
    private final Clock clock;
    private final AtomicReference<Instant> next = new AtomicReference<>(Instant.EPOCH);

    ContactsTold(
            People people,
            Messages messages,
            Links links,
            TheRecord record,
            JobQueue jobs,
            Writes writes,
            Clock clock) {
        this.people = people;
        this.messages = messages;
        this.links = links;
        this.record = record;
        this.jobs = jobs;
        this.writes = writes;
        this.clock = clock;
    }

    @EventListener
    void on(People.ContactChanged changed) {
        Instant now = clock.instant();
        Instant free = next.getAndUpdate(last -> (last.isBefore(now) ? now : last).plus(BETWEEN));
        Duration wait = free.isBefore(now) ? Duration.ZERO : Duration.between(now, free);
        jobs.after(wait, KIND, changed.contact());
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID contact) {
        people.whose(contact).ifPresent(person -> writes.run(() -> tell(person, contact)));
        return Optional.empty();
    }

    private void tell(UUID person, UUID contact) {
        List<People.Contact> told =
                told(person, contact).stream()
                        .filter(one -> messages.reach(one).isPresent())
                        .toList();
        if (told.isEmpty()) {
            return;
        }
        links.make(NotMyContact.PURPOSE, contact, OnlyNo.LASTS);
        String name = people.person(person).map(People.Person::name).orElse(null);
        for (People.Contact one : told) {
            messages.send(
                    ContactChangedText.OCCASION, contact, new Recipient(null, person, one.id()));
            record.append(
                    Entry.byEarnest(EntryKind.CONTACT_TOLD)
                            .person(person, name)
                            .data("contact", one.kind().words()));
        }
    }

    private List<People.Contact> told(UUID person, UUID contact) {
        return people.contact(person, contact).isPresent()
                ? people.contacts(person).stream().filter(one -> !one.id().equals(contact)).toList()
                : people.contactEver(person, contact).stream().toList();
    }
}
