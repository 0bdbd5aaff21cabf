package earnest.changes;

import earnest.access.Analysts;
import earnest.checks.Standing;
import earnest.core.assurance.Verdict;
import earnest.core.passwords.Secret;
import earnest.ground.Waypoints;
import earnest.ground.Work;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountState;
import earnest.systems.Asked;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Systems;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/**
 * Carries changes out. Each step is committed before the next begins, and what is found after a
 * crash is taken up where it stands: intended is asked, asked is read back, never asked again.
 */
@Component
class CarryOut implements Worker {
    static final Work.Kind KIND = new Work.Kind("carry-out-change");
    private static final Duration READ_BACK_EVERY = Duration.ofSeconds(1);
    private static final Duration CONFIRM_EVERY = Duration.ofMillis(300);

    /** So long after it was asked a system that did not do it will not do it any more. */
    private static final Duration SURELY_NOT = Duration.ofSeconds(12);

    private static final Duration NOT_SENT_GIVE_UP = Duration.ofSeconds(20);

    private final ChangeRepository changes;
    private final ChangeEntries entries;
    private final Settling settling;
    private final OnServers onServers;
    private final Systems systems;
    private final Standing standing;
    private final Tickets tickets;
    private final Analysts analysts;
    private final WrappedSecrets secrets;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Waypoints waypoints;

    CarryOut(
            ChangeRepository changes,
            ChangeEntries entries,
            Settling settling,
            OnServers onServers,
            Systems systems,
            Standing standing,
            Tickets tickets,
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
        this.systems = systems;
        this.standing = standing;
        this.tickets = tickets;
        this.analysts = analysts;
        this.secrets = secrets;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    @Override
    public Work.Kind kind() {
        return KIND;
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

    private Optional<Duration> ask(AccountChange change) {
        waypoints.pass("change-before-asked");
        if (!writes.get(() -> markAsked(change.id))) {
            return Optional.empty();
        }
        waypoints.pass("change-asked-committed");
        Connector connector = systems.system(change.system);
        Asked asked = send(connector, change);
        waypoints.pass("change-after-system");
        return switch (asked) {
            case Asked.TookEffect() -> {
                settling.tookEffect(change.id, connector);
                yield Optional.of(Duration.ZERO);
            }
            case Asked.Refused(String words) -> {
                settling.settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
                yield Optional.empty();
            }
            case Asked.NotSent(String words) -> notSent(change, words);
            case Asked.NoAnswer(String words) -> {
                settling.unknown(change.id, words);
                yield Optional.of(READ_BACK_EVERY);
            }
        };
    }

    /**
     * The assessment is made again on the current version; a 'no' that came meanwhile closes it.
     */
    private boolean markAsked(UUID id) {
        AccountChange known = changes.findById(id).orElseThrow();
        Tickets.View ticket = tickets.lock(known.ticketId);
        AccountChange change = changes.lock(id).orElseThrow();
        if (change.state != Changes.State.INTENDED) {
            return false;
        }
        Standing.Judged judged =
                standing.judge(
                        ticket,
                        ChangeDesk.want(
                                change.what(), systems.system(change.system), change.analystId));
        if (!(judged.verdict() instanceof Verdict.Open)) {
            settling.close(change, "the standing is not enough any more");
            return false;
        }
        change.state = Changes.State.ASKED;
        change.askedAt = clock.instant();
        String name =
                analysts.find(change.analystId).map(Analysts.Colleague::name).orElse("Analyst");
        record.append(
                entries.about(Entry.by(EntryKind.CHANGE_ASKED, change.analystId, name), change)
                        .why(judged.why()));
        waypoints.pass("change-asked-uncommitted");
        return true;
    }

    private Asked send(Connector connector, AccountChange change) {
        AccountState before = Mark.read(change.beforeMark);
        return switch (change.what()) {
            case UNLOCK -> connector.unlock(change.ref(), before);
            case TEMPORARY_PASSWORD -> {
                Optional<Secret> password = secrets.take(Objects.requireNonNull(change.wrappedId));
                if (password.isEmpty()) {
                    yield new Asked.Refused(
                            "The password was gone before it was used. Start again.");
                }
                try (Secret secret = password.get()) {
                    yield connector.setTemporary(change.ref(), secret, before);
                }
            }
        };
    }

    /** Nothing left: it goes back to intended and is judged anew, for a little while. */
    private Optional<Duration> notSent(AccountChange change, String words) {
        if (change.intendedAt.plus(NOT_SENT_GIVE_UP).isBefore(clock.instant())) {
            settling.settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
            return Optional.empty();
        }
        writes.run(
                () -> {
                    AccountChange row = changes.lock(change.id).orElseThrow();
                    row.state = Changes.State.INTENDED;
                    row.reason = words;
                });
        return Optional.of(READ_BACK_EVERY);
    }

    private Optional<Duration> readBack(AccountChange change) {
        Connector connector = systems.system(change.system);
        settling.unknown(change.id, connector.name() + " gave no answer; it is being read back.");
        Instant asked = Objects.requireNonNull(change.askedAt);
        Looked looked = connector.look(connector.servers().getFirst(), change.ref());
        waypoints.pass("change-after-read-back");
        if (looked instanceof Looked.There(AccountState now)) {
            AccountState before = Mark.read(change.beforeMark);
            if (connector.shows(change.what(), now, before, asked)) {
                settling.tookEffect(change.id, connector);
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
