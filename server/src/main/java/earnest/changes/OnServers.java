package earnest.changes;

import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountState;
import earnest.systems.Action;
import earnest.systems.Connector;
import earnest.systems.Looked;
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
        return all;
    }

    /** A replica has it when its entry is not older than the one that took effect. */
    private static boolean has(Action action, AccountState now, AccountState effect) {
        boolean notOlder = now.version().compareTo(effect.version()) >= 0;
        return switch (action) {
            case UNLOCK -> notOlder && now.lockedSince() == null;
            case TEMPORARY_PASSWORD, EXPIRY ->
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
                    record.append(entries.bySystem(kind, change).server(server));
                });
    }
}
