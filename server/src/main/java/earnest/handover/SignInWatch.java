package earnest.handover;

import earnest.changes.Changes;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Account;
import earnest.systems.Accounts;
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
    static final JobQueue.Kind KIND = new JobQueue.Kind("watch-sign-in");
    private static final int AT_ONCE = 3;
    private static final Duration AT_FIRST = Duration.ofMillis(1_500);
    private static final Duration LATER = Duration.ofSeconds(10);

    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Changes changes;
    private final Systems systems;
    private final Accounts accounts;
    private final Tickets tickets;
    private final People people;
    private final WrappedSecrets secrets;
    private final SettingsInForce settings;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    SignInWatch(
            HandoverRepository handovers,
            HandoverEntries entries,
            Changes changes,
            Systems systems,
            Accounts accounts,
            Tickets tickets,
            People people,
            WrappedSecrets secrets,
            SettingsInForce settings,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.handovers = handovers;
        this.entries = entries;
        this.changes = changes;
        this.systems = systems;
        this.accounts = accounts;
        this.tickets = tickets;
        this.people = people;
        this.secrets = secrets;
        this.settings = settings;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    @Override
    public JobQueue.Kind kind() {
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
        Connector connector = systems.system(change.system()).connector();
        Instant now = clock.instant();
        String effect = change.effect();
        if (effect != null
                && connector.read(connector.servers().getFirst(), account(change))
                        instanceof AccountLookup.Found(AccountState state)) {
            switch (connector.use(state, effect)) {
                case CHANGED_BY_OWNER -> {
                    isIn(handover, person, change);
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
                && handover.madeAt.plus(settings.now().remindAfter()).isBefore(now)) {
            remind(handover, person);
        }
        boolean early = handover.madeAt.plus(settings.now().remindAfter()).isAfter(now);
        return Optional.of(early ? AT_FIRST : LATER);
    }

    private static boolean isDue(Handover handover, Instant now) {
        Instant next = handover.expiryNextAt;
        return next == null || !next.isAfter(now);
    }

    /** As it is called and kept now. */
    private AccountRef account(Changes.View change) {
        return Optional.ofNullable(change.accountId())
                .flatMap(accounts::find)
                .map(Account::ref)
                .orElse(change.account());
    }

    private void isIn(Handover known, People.Person person, Changes.View change) {
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
                                    .account(change.system(), change.account().name()));
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
        int minutes = (int) settings.now().remindAfter().toMinutes();
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
