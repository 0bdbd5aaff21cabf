package earnest.changes;

import earnest.access.Analysts;
import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.PeopleSource;
import earnest.core.passwords.Generator;
import earnest.core.passwords.Secret;
import earnest.ground.JobQueue;
import earnest.ground.Waypoints;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * Carries changes out. Each step is committed before the next begins, and what is found after a
 * crash is taken up where it stands: intended is asked, asked is read back, never asked again.
 */
@Component
class ChangeExecutor implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("carry-out-change");
    private static final int AT_ONCE = 8;
    private static final Duration READ_BACK_EVERY = Duration.ofSeconds(1);
    private static final Duration CONFIRM_EVERY = Duration.ofMillis(300);

    /** So long after it was asked a system that did not do it will not do it any more. */
    private static final Duration SURELY_NOT = Duration.ofSeconds(12);

    private static final Duration NOT_SENT_GIVE_UP = Duration.ofSeconds(20);

    private final ChangeRepository changes;
    private final ChangeEntries entries;
    private final Settling settling;
    private final OnServers onServers;
    private final FreshPassword passwords;
    private final Systems systems;
    private final Standing standing;
    private final Tickets tickets;
    private final People people;
    private final Analysts analysts;
    private final WrappedSecrets secrets;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Waypoints waypoints;

    ChangeExecutor(
            ChangeRepository changes,
            ChangeEntries entries,
            Settling settling,
            OnServers onServers,
            FreshPassword passwords,
            Systems systems,
            Standing standing,
            Tickets tickets,
            People people,
            Analysts analysts,
            WrappedSecrets secrets,
            TheRecord record,
            Writes writes,
            Clock clock,
            Waypoints waypoints) {
        this.changes = changes;
        this.entries = entries;
        this.settling = settling;
        this.onServers = onServers;
        this.passwords = passwords;
        this.systems = systems;
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
        this.analysts = analysts;
        this.secrets = secrets;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.waypoints = waypoints;
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
        AccountChange change = changes.findById(id).orElseThrow();
        return switch (change.state) {
            case INTENDED -> ask(change);
            case ASKED, UNKNOWN -> readBack(change);
            case TOOK_EFFECT ->
                    onServers.confirm(change) ? Optional.empty() : Optional.of(CONFIRM_EVERY);
            case REFUSED, DID_NOT, CLOSED -> Optional.empty();
        };
    }

    /** What a change does, and for whom: what its permit must be for. Null: Earnest's own. */
    private static Standing.@Nullable Deed deed(AccountChange change) {
        UUID analyst = change.analystId;
        return analyst == null
                ? null
                : new Standing.Deed(
                        change.personId, change.system, change.account, change.action, analyst);
    }

    /** That a change is asked for, with the permit of the version of the ticket that it was. */
    private record Go(@Nullable Permit permit, long version) {}

    private Optional<Duration> ask(AccountChange change) {
        waypoints.pass("change-before-asked");
        Set<String> groups;
        try {
            groups = people.groupsNow(change.personId, change.system);
        } catch (PeopleSource.Away away) {
            return later(change, away.getMessage());
        }
        Optional<Go> go = writes.get(() -> markAsked(change.id, groups));
        if (go.isEmpty()) {
            return Optional.empty();
        }
        waypoints.pass("change-asked-committed");
        ManagedSystem system = systems.system(change.system);
        ChangeResult result = send(system, change, go.get());
        waypoints.pass("change-after-system");
        return switch (result) {
            case ChangeResult.TookEffect() -> {
                settling.tookEffect(change.id, system);
                yield Optional.of(Duration.ZERO);
            }
            case ChangeResult.Refused(String words) -> {
                settling.settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
                yield Optional.empty();
            }
            case ChangeResult.NotSent(String words) -> {
                writes.run(() -> changes.notSent(change.id, words));
                yield later(change, words);
            }
            case ChangeResult.NoAnswer(String words) -> {
                settling.unknown(change.id, words);
                yield Optional.of(READ_BACK_EVERY);
            }
        };
    }

    /**
     * The assessment is made again on the current version; a 'no' that came meanwhile closes it,
     * and so does another name on the ticket.
     */
    private Optional<Go> markAsked(UUID id, Set<String> groups) {
        AccountChange change = changes.findById(id).orElseThrow();
        Tickets.View ticket = tickets.lock(change.ticketId);
        Standing.Deed deed = deed(change);
        Standing.Judged judged = null;
        if (deed != null) {
            if (!deed.person().equals(ticket.person())) {
                settling.close(change, "the ticket names somebody else now");
                return Optional.empty();
            }
            judged = standing.judge(ticket, deed, groups);
            if (judged.permit() == null) {
                settling.close(change, "the standing is not enough any more");
                return Optional.empty();
            }
        }
        if (changes.asked(id, clock.instant()) != 1) {
            return Optional.empty();
        }
        AccountChange asked = changes.findById(id).orElseThrow();
        Entry entry = entries.about(asker(asked), asked);
        record.append(judged == null ? entry : entry.why(judged.why()));
        waypoints.pass("change-asked-uncommitted");
        return Optional.of(new Go(judged == null ? null : judged.permit(), ticket.version()));
    }

    private Entry asker(AccountChange change) {
        UUID analyst = change.analystId;
        if (analyst == null) {
            return Entry.byEarnest(EntryKind.CHANGE_ASKED);
        }
        String name = analysts.find(analyst).map(Analysts.Colleague::name).orElse("Analyst");
        return Entry.by(EntryKind.CHANGE_ASKED, analyst, name);
    }

    private ChangeResult send(ManagedSystem system, AccountChange change, Go go) {
        Standing.Deed deed = deed(change);
        if (deed != null) {
            Objects.requireNonNull(go.permit).mustCover(change.ticketId, go.version, deed);
        } else if (change.what() != Action.EXPIRY) {
            throw new IllegalStateException("only an expiry is nobody's deed");
        }
        return switch (change.what()) {
            case UNLOCK -> system.connector().unlock(change.ref(), change.beforeMark);
            case TEMPORARY_PASSWORD -> {
                Optional<Secret> password = secrets.take(Objects.requireNonNull(change.wrappedId));
                if (password.isEmpty()) {
                    yield new ChangeResult.Refused(
                            "The password was gone before it was used. Start again.");
                }
                try (Secret secret = password.get()) {
                    yield system.connector().setTemporary(change.ref(), secret, change.beforeMark);
                }
            }
            case EXPIRY -> expire(system, change);
        };
    }

    /** Sets a password that nobody knows in the place of the unused one of an earlier change. */
    private ChangeResult expire(ManagedSystem system, AccountChange change) {
        AccountChange given =
                changes.findById(Objects.requireNonNull(change.aboutId)).orElseThrow();
        String effect = given.effectMark;
        if (effect == null) {
            return new ChangeResult.Refused("It is not known when the password was set.");
        }
        People.Person person = people.person(change.personId).orElseThrow();
        try (Secret unknown = passwords.nobodyKnows(system, person)) {
            return system.connector().replaceUnused(change.ref(), unknown, effect);
        } catch (Generator.TooFew | Generator.TooIntricate e) {
            return new ChangeResult.Refused(
                    "The password policy leaves too few passwords to draw one. Tell the steward.");
        }
    }

    /** Nothing left: it is judged anew, for a little while. */
    private Optional<Duration> later(AccountChange change, String words) {
        if (change.intendedAt.plus(NOT_SENT_GIVE_UP).isBefore(clock.instant())) {
            settling.settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
            return Optional.empty();
        }
        return Optional.of(READ_BACK_EVERY);
    }

    private Optional<Duration> readBack(AccountChange change) {
        ManagedSystem system = systems.system(change.system);
        settling.unknown(change.id, system.name() + " gave no answer; it is being read back.");
        Instant asked = Objects.requireNonNull(change.askedAt);
        Connector connector = system.connector();
        AccountLookup found = connector.read(connector.servers().getFirst(), change.ref());
        waypoints.pass("change-after-read-back");
        if (found instanceof AccountLookup.Found(AccountState now)) {
            if (connector.shows(change.what().operation(), now, change.beforeMark, asked)) {
                settling.tookEffect(change.id, system);
                return Optional.of(Duration.ZERO);
            }
            if (asked.plus(SURELY_NOT).isBefore(clock.instant())) {
                settling.settle(
                        change.id,
                        Changes.State.DID_NOT,
                        "It did not take effect. Nothing was changed; try again.",
                        EntryKind.CHANGE_DID_NOT);
                return Optional.empty();
            }
        }
        return Optional.of(READ_BACK_EVERY);
    }
}
