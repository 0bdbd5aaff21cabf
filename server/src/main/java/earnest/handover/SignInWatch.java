package earnest.handover;

import earnest.changes.Changes;
import earnest.changes.LiveAccounts;
import earnest.ground.Work;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountState;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Systems;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * Watches whether the person is in: the directory shows that the temporary password was changed
 * after it was set. Reminds the desk, and has a password that ran out unused taken out of force.
 */
@Component
class SignInWatch implements Worker {
    static final Work.Kind KIND = new Work.Kind("watch-sign-in");
    private static final int AT_ONCE = 3;
    private static final Duration AT_FIRST = Duration.ofMillis(1_500);
    private static final Duration QUICK = Duration.ofSeconds(5);
    private static final Duration LATER = Duration.ofSeconds(10);

    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Changes changes;
    private final Systems systems;
    private final Tickets tickets;
    private final People people;
    private final WrappedSecrets secrets;
    private final HandoverProperties properties;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    SignInWatch(
            HandoverRepository handovers,
            HandoverEntries entries,
            Changes changes,
            Systems systems,
            Tickets tickets,
            People people,
            WrappedSecrets secrets,
            HandoverProperties properties,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.handovers = handovers;
        this.entries = entries;
        this.changes = changes;
        this.systems = systems;
        this.tickets = tickets;
        this.people = people;
        this.secrets = secrets;
        this.properties = properties;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    @Override
    public Work.Kind kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return AT_ONCE;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Handover handover = handovers.findById(id).orElseThrow();
        if (handover.inAt != null || handover.over()) {
            return Optional.empty();
        }
        Changes.View change = changes.change(handover.changeId).orElseThrow();
        People.Person person = people.person(handover.personId).orElseThrow();
        Connector connector = systems.system(change.system());
        Instant now = clock.instant();
        if (connector.look(connector.servers().getFirst(), LiveAccounts.ref(connector, person))
                instanceof Looked.There(AccountState state)) {
            switch (seen(state, change)) {
                case CHANGED_BY_PERSON -> {
                    isIn(handover, person, connector);
                    return Optional.empty();
                }
                case SET_BY_ANOTHER -> {
                    replaced(handover);
                    return Optional.empty();
                }
                case UNFLAGGED -> unflagged(handover, person);
                case UNUSED -> {}
            }
            if (!handover.expiresAt.isAfter(now) && isDue(handover, now)) {
                changes.expire(handover.changeId);
                return Optional.of(AT_FIRST);
            }
        }
        if (handover.remindedAt == null
                && handover.madeAt.plus(properties.remindAfter()).isBefore(now)) {
            remind(handover, person);
        }
        boolean early = handover.madeAt.plus(properties.remindAfter()).isAfter(now);
        return Optional.of(early ? AT_FIRST : LATER);
    }

    private static boolean isDue(Handover handover, Instant now) {
        Instant next = handover.expiryNextAt;
        return next == null || !next.isAfter(now);
    }

    /** What the directory shows of a temporary password. */
    private enum Seen {
        UNUSED,
        /** 'Must change' is gone, but the password is still the one that was set. */
        UNFLAGGED,
        CHANGED_BY_PERSON,
        /** Set again by somebody else: it must be changed, but it is not ours any more. */
        SET_BY_ANOTHER
    }

    /** 'Must change' alone tells nothing: an administrator may have taken it away. */
    private static Seen seen(AccountState now, Changes.View change) {
        Instant setAt = change.setAt();
        Instant lastSet = now.lastSet();
        if (setAt == null || lastSet == null) {
            return Seen.UNUSED;
        }
        if (lastSet.isAfter(setAt)) {
            return now.mustChange() ? Seen.SET_BY_ANOTHER : Seen.CHANGED_BY_PERSON;
        }
        if (now.mustChange()) {
            return Seen.UNUSED;
        }
        // The directory's times are whole seconds, and somebody may be as quick as that: then the
        // last change is their own, or they signed in, which needs an own password, right after.
        Instant signedIn = now.lastSignIn();
        boolean quick =
                now.byOwner()
                        || signedIn != null
                                && !signedIn.isBefore(setAt)
                                && signedIn.isBefore(setAt.plus(QUICK));
        return quick ? Seen.CHANGED_BY_PERSON : Seen.UNFLAGGED;
    }

    private void isIn(Handover known, People.Person person, Connector connector) {
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    handover.inAt = clock.instant();
                    secrets.forget(handover.wrappedId);
                    tickets.remind(handover.ticketId, null);
                    record.append(
                            Entry.byPerson(EntryKind.PERSON_IN, person.id(), person.name())
                                    .ticket(handover.ticketId, null)
                                    .person(person.id(), person.name())
                                    .account(connector.system(), person.account()));
                });
    }

    private void replaced(Handover known) {
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    handover.state = Handover.REPLACED;
                    secrets.forget(handover.wrappedId);
                });
    }

    private void unflagged(Handover known, People.Person person) {
        if (known.remindedAt != null) {
            return;
        }
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    handover.remindedAt = clock.instant();
                    tickets.remind(
                            handover.ticketId,
                            person.name()
                                    + "'s temporary password need not be changed any more:"
                                    + " somebody took that away");
                    record.append(
                            entries.about(Entry.byEarnest(EntryKind.HANDOVER_UNFLAGGED), handover));
                });
    }

    private void remind(Handover known, People.Person person) {
        int minutes = (int) properties.remindAfter().toMinutes();
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
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
