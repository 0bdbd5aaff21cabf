package earnest.changes;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Systems;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Objects;

/** Sees on which servers a change that took effect has arrived. */
@Component
class OnServers {
    private static final Duration BEHIND = Duration.ofMinutes(10);

    private final ServerRepository servers;
    private final Systems systems;
    private final ChangeEntries entries;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    OnServers(
            ServerRepository servers,
            Systems systems,
            ChangeEntries entries,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.servers = servers;
        this.systems = systems;
        this.entries = entries;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    /** Looks on every server, for ten minutes; whether there is nothing more to look for. */
    boolean confirm(AccountChange change) {
        Connector connector = systems.system(change.system).connector();
        String effect = Objects.requireNonNullElse(change.effectMark, change.beforeMark);
        boolean late =
                Objects.requireNonNull(change.settledAt).plus(BEHIND).isBefore(clock.instant());
        boolean all = true;
        for (String server : connector.servers()) {
            ServerRow row = servers.findById(new ServerRow.Key(change.id, server)).orElseThrow();
            if (row.state == Changes.Arrival.HAS_IT) {
                continue;
            }
            if (connector.read(server, change.ref())
                            instanceof AccountLookup.Found(AccountState now)
                    && connector.arrived(change.action.operation(), now, effect)) {
                seen(change, server, Changes.Arrival.HAS_IT, EntryKind.CHANGE_ON_SERVER);
            } else if (late) {
                seen(change, server, Changes.Arrival.BEHIND, EntryKind.CHANGE_SERVER_BEHIND);
            } else {
                all = false;
            }
        }
        return all;
    }

    private void seen(AccountChange change, String server, Changes.Arrival state, EntryKind kind) {
        writes.run(
                () -> {
                    ServerRow row =
                            servers.findById(new ServerRow.Key(change.id, server)).orElseThrow();
                    row.state = state;
                    row.seenAt = clock.instant();
                    record.append(entries.bySystem(kind, change).server(server));
                });
    }
}
