package earnest.changes;

import earnest.access.Analysts;
import earnest.checks.Standing;
import earnest.core.assurance.Verdict;
import earnest.core.passwords.Secret;
import earnest.ground.Waypoints;
import earnest.ground.Work;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountState;
import earnest.systems.Action;
import earnest.systems.Asked;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Systems;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
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

    private static final Duration BEHIND = Duration.ofMinutes(10);
    private static final Duration NOT_SENT_GIVE_UP = Duration.ofSeconds(20);

    private final ChangeRepository changes;
    private final ServerRepository servers;
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
    private final ApplicationEventPublisher events;

    CarryOut(
            ChangeRepository changes,
            ServerRepository servers,
            Systems systems,
            Standing standing,
            Tickets tickets,
            People people,
            Analysts analysts,
            WrappedSecrets secrets,
            TheRecord record,
            Writes writes,
            Clock clock,
            Waypoints waypoints,
            ApplicationEventPublisher events) {
        this.changes = changes;
        this.servers = servers;
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
        this.events = events;
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
            case TOOK_EFFECT -> confirm(change);
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
                tookEffect(change.id, connector);
                yield Optional.of(Duration.ZERO);
            }
            case Asked.Refused(String words) -> {
                settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
                yield Optional.empty();
            }
            case Asked.NotSent(String words) -> notSent(change, words);
            case Asked.NoAnswer(String words) -> {
                unknown(change.id, words);
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
            close(change, "the standing is not enough any more");
            return false;
        }
        change.state = Changes.State.ASKED;
        change.askedAt = clock.instant();
        String name =
                analysts.find(change.analystId).map(Analysts.Colleague::name).orElse("Analyst");
        record.append(
                about(Entry.by(EntryKind.CHANGE_ASKED, change.analystId, name), change)
                        .why(judged.why()));
        waypoints.pass("change-asked-uncommitted");
        return true;
    }

    private void close(AccountChange change, String reason) {
        change.state = Changes.State.CLOSED;
        change.reason = "Not done: " + reason + ".";
        change.settledAt = clock.instant();
        forget(change);
        record.append(
                about(Entry.byEarnest(EntryKind.CHANGE_CLOSED), change).data("reason", reason));
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
            settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
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

    private void unknown(UUID id, String words) {
        writes.run(
                () -> {
                    AccountChange change = changes.lock(id).orElseThrow();
                    if (change.state == Changes.State.ASKED) {
                        change.state = Changes.State.UNKNOWN;
                        change.reason = words;
                        record.append(about(system(EntryKind.CHANGE_UNKNOWN, change), change));
                    }
                });
    }

    private Optional<Duration> readBack(AccountChange change) {
        Connector connector = systems.system(change.system);
        unknown(change.id, connector.name() + " gave no answer; it is being read back.");
        Instant asked = Objects.requireNonNull(change.askedAt);
        Looked looked = connector.look(connector.servers().getFirst(), change.ref());
        waypoints.pass("change-after-read-back");
        if (looked instanceof Looked.There(AccountState now)) {
            AccountState before = Mark.read(change.beforeMark);
            if (connector.shows(change.what(), now, before, asked)) {
                tookEffect(change.id, connector);
                return Optional.of(Duration.ZERO);
            }
            if (asked.plus(SURELY_NOT).isBefore(clock.instant())) {
                settle(
                        change.id,
                        Changes.State.DID_NOT,
                        "It did not take effect. Nothing was changed; try again.",
                        EntryKind.CHANGE_DID_NOT);
                return Optional.empty();
            }
        }
        return Optional.of(READ_BACK_EVERY);
    }

    private void tookEffect(UUID id, Connector connector) {
        AccountChange known = changes.findById(id).orElseThrow();
        Looked looked = connector.look(connector.servers().getFirst(), known.ref());
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    AccountChange change = changes.lock(id).orElseThrow();
                    if (change.state == Changes.State.TOOK_EFFECT) {
                        return;
                    }
                    change.state = Changes.State.TOOK_EFFECT;
                    change.reason = null;
                    change.settledAt = clock.instant();
                    if (looked instanceof Looked.There(AccountState state)) {
                        change.effectMark = Mark.of(state);
                    }
                    record.append(about(system(EntryKind.CHANGE_TOOK_EFFECT, change), change));
                    events.publishEvent(
                            new Changes.TookEffect(
                                    id,
                                    change.ticketId,
                                    change.personId,
                                    change.system,
                                    change.what(),
                                    change.wrappedId));
                    waypoints.pass("change-took-effect-uncommitted");
                });
        waypoints.pass("change-took-effect-committed");
    }

    private void settle(UUID id, Changes.State state, String words, EntryKind kind) {
        writes.run(
                () -> {
                    AccountChange known = changes.findById(id).orElseThrow();
                    tickets.lock(known.ticketId);
                    AccountChange change = changes.lock(id).orElseThrow();
                    change.state = state;
                    change.reason = words;
                    change.settledAt = clock.instant();
                    forget(change);
                    record.append(about(system(kind, change), change).data("reason", words));
                    waypoints.pass("change-settled-uncommitted");
                });
        waypoints.pass("change-settled-committed");
    }

    private void forget(AccountChange change) {
        UUID wrapped = change.wrappedId;
        if (wrapped != null) {
            secrets.discard(wrapped);
            change.wrappedId = null;
        }
    }

    /** Looks for the change on every server, for ten minutes. */
    private Optional<Duration> confirm(AccountChange change) {
        Connector connector = systems.system(change.system);
        AccountState effect =
                Mark.read(Objects.requireNonNullElse(change.effectMark, change.beforeMark));
        boolean late =
                Objects.requireNonNull(change.settledAt).plus(BEHIND).isBefore(clock.instant());
        boolean all = true;
        for (String server : connector.servers()) {
            ServerRow row = servers.findById(new ServerRow.Key(change.id, server)).orElseThrow();
            if (row.state.equals(ServerRow.HAS_IT)) {
                continue;
            }
            if (connector.look(server, change.ref()) instanceof Looked.There(AccountState now)
                    && has(change.what(), now, effect)) {
                seen(change, server, ServerRow.HAS_IT, EntryKind.CHANGE_ON_SERVER);
            } else if (late) {
                seen(change, server, ServerRow.BEHIND, EntryKind.CHANGE_SERVER_BEHIND);
            } else {
                all = false;
            }
        }
        return all ? Optional.empty() : Optional.of(CONFIRM_EVERY);
    }

    /** A replica has it when its entry is not older than the one that took effect. */
    private static boolean has(Action action, AccountState now, AccountState effect) {
        boolean notOlder = now.version().compareTo(effect.version()) >= 0;
        return switch (action) {
            case UNLOCK -> notOlder && now.lockedSince() == null;
            case TEMPORARY_PASSWORD ->
                    notOlder
                            && now.lastSet() != null
                            && effect.lastSet() != null
                            && !now.lastSet().isBefore(effect.lastSet());
        };
    }

    private void seen(AccountChange change, String server, String state, EntryKind kind) {
        writes.run(
                () -> {
                    ServerRow row =
                            servers.findById(new ServerRow.Key(change.id, server)).orElseThrow();
                    row.state = state;
                    row.seenAt = clock.instant();
                    record.append(about(system(kind, change), change).server(server));
                });
    }

    private Entry system(EntryKind kind, AccountChange change) {
        return Entry.bySystem(kind, change.system, systems.system(change.system).name());
    }

    private Entry about(Entry entry, AccountChange change) {
        @Nullable String name =
                people.person(change.personId).map(People.Person::name).orElse(null);
        return entry.ticket(change.ticketId, change.conversationId)
                .person(change.personId, name)
                .account(change.system, change.account)
                .data("deed", change.what().deed())
                .data("became", change.what().became())
                .data("change", change.id.toString());
    }
}
