package earnest.changes;

import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountState;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** How changes become unknown or settled: each with its entry, in one transaction. */
@Component
class Settling {
    private final ChangeRepository changes;
    private final ChangeEntries entries;
    private final Tickets tickets;
    private final WrappedSecrets secrets;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Waypoints waypoints;
    private final ApplicationEventPublisher events;

    Settling(
            ChangeRepository changes,
            ChangeEntries entries,
            Tickets tickets,
            WrappedSecrets secrets,
            TheRecord record,
            Writes writes,
            Clock clock,
            Waypoints waypoints,
            ApplicationEventPublisher events) {
        this.changes = changes;
        this.entries = entries;
        this.tickets = tickets;
        this.secrets = secrets;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.waypoints = waypoints;
        this.events = events;
    }

    /** Not asked at all; in the present transaction. */
    void close(AccountChange change, String reason) {
        change.state = Changes.State.CLOSED;
        change.reason = "Not done: " + reason + ".";
        change.settledAt = clock.instant();
        forget(change);
        record.append(
                entries.about(Entry.byEarnest(EntryKind.CHANGE_CLOSED), change)
                        .data("reason", reason));
    }

    void unknown(UUID id, String words) {
        writes.run(
                () -> {
                    AccountChange change = changes.lock(id).orElseThrow();
                    if (change.state == Changes.State.ASKED) {
                        change.state = Changes.State.UNKNOWN;
                        change.reason = words;
                        record.append(entries.bySystem(EntryKind.CHANGE_UNKNOWN, change));
                    }
                });
    }

    void tookEffect(UUID id, Connector connector) {
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
                    record.append(entries.bySystem(EntryKind.CHANGE_TOOK_EFFECT, change));
                    events.publishEvent(
                            new Changes.TookEffect(
                                    id,
                                    change.ticketId,
                                    change.personId,
                                    change.system,
                                    change.what(),
                                    change.wrappedId,
                                    change.how()));
                    waypoints.pass("change-took-effect-uncommitted");
                });
        waypoints.pass("change-took-effect-committed");
    }

    void settle(UUID id, Changes.State state, String words, EntryKind kind) {
        writes.run(
                () -> {
                    AccountChange known = changes.findById(id).orElseThrow();
                    tickets.lock(known.ticketId);
                    AccountChange change = changes.lock(id).orElseThrow();
                    change.state = state;
                    change.reason = words;
                    change.settledAt = clock.instant();
                    forget(change);
                    record.append(entries.bySystem(kind, change).data("reason", words));
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
}
