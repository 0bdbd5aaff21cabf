package earnest.changes;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Set;
import java.util.UUID;

/** How changes become unknown or settled: each with its entry, in one transaction. */
@Component
class Settling {
    private static final Set<Changes.State> OPEN =
            Set.of(Changes.State.INTENDED, Changes.State.ASKED, Changes.State.UNKNOWN);

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
    void close(AccountChange known, String reason) {
        String words = "Not done: " + reason + ".";
        if (moved(known.id, Set.of(Changes.State.INTENDED), Changes.State.CLOSED, words)) {
            AccountChange change = changes.findById(known.id).orElseThrow();
            forget(change);
            record.append(
                    entries.about(Entry.byEarnest(EntryKind.CHANGE_CLOSED), change)
                            .data("reason", reason));
            tell(change, words);
        }
    }

    private boolean moved(
            UUID id, Set<Changes.State> from, Changes.State to, @Nullable String words) {
        return changes.settle(id, from, to, words, clock.instant(), null) == 1;
    }

    void unknown(UUID id, String words) {
        writes.run(
                () -> {
                    if (changes.unknown(id, words) == 1) {
                        record.append(
                                entries.bySystem(
                                        EntryKind.CHANGE_UNKNOWN,
                                        changes.findById(id).orElseThrow()));
                    }
                });
    }

    void tookEffect(UUID id, ManagedSystem system) {
        AccountChange known = changes.findById(id).orElseThrow();
        Connector connector = system.connector();
        String mark =
                connector.read(connector.servers().getFirst(), known.ref())
                                instanceof AccountLookup.Found(AccountState state)
                        ? state.mark()
                        : null;
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    if (changes.settle(
                                    id,
                                    OPEN,
                                    Changes.State.TOOK_EFFECT,
                                    null,
                                    clock.instant(),
                                    mark)
                            != 1) {
                        return;
                    }
                    AccountChange change = changes.findById(id).orElseThrow();
                    record.append(entries.bySystem(EntryKind.CHANGE_TOOK_EFFECT, change));
                    if (change.action == Action.OWN_PASSWORD) {
                        forget(change); // its person knows it; nobody is to be told
                    }
                    events.publishEvent(
                            new Changes.TookEffect(
                                    id,
                                    change.ticketId,
                                    change.personId,
                                    change.system,
                                    change.action,
                                    change.aboutId,
                                    change.wrappedId,
                                    change.style));
                    waypoints.pass("change-took-effect-uncommitted");
                });
        waypoints.pass("change-took-effect-committed");
    }

    /** A late answer finds it settled, and changes nothing. */
    void settle(UUID id, Changes.State state, String words, EntryKind kind) {
        writes.run(
                () -> {
                    tickets.lock(changes.findById(id).orElseThrow().ticketId);
                    if (!moved(id, OPEN, state, words)) {
                        return;
                    }
                    AccountChange change = changes.findById(id).orElseThrow();
                    forget(change);
                    record.append(entries.bySystem(kind, change).data("reason", words));
                    tell(change, words);
                    waypoints.pass("change-settled-uncommitted");
                });
        waypoints.pass("change-settled-committed");
    }

    private void tell(AccountChange change, String words) {
        events.publishEvent(
                new Changes.CameToNothing(
                        change.id,
                        change.ticketId,
                        change.personId,
                        change.action,
                        change.aboutId,
                        words));
    }

    private void forget(AccountChange change) {
        UUID wrapped = change.wrappedId;
        if (wrapped != null) {
            secrets.forget(wrapped);
            change.wrappedId = null;
        }
    }
}
