package earnest.changes;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.ground.Waypoints;
import earnest.record.EntryKind;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;

/** Finds out from the system itself whether something took effect that it did not answer. */
@Component
class ReadingBack {
    static final Duration EVERY = Duration.ofSeconds(1);

    private final Systems systems;
    private final Settling settling;
    private final Clock clock;
    private final Waypoints waypoints;

    ReadingBack(Systems systems, Settling settling, Clock clock, Waypoints waypoints) {
        this.systems = systems;
        this.settling = settling;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    /** When to go on; empty once the change is settled as not having taken effect. */
    Optional<Duration> read(AccountChange change) {
        ManagedSystem system = systems.system(change.system);
        settling.unknown(change.id, system.name() + " gave no answer; it is being read back.");
        Instant asked = Objects.requireNonNull(change.askedAt);
        Connector connector = system.connector();
        AccountLookup found = connector.read(connector.servers().getFirst(), change.ref());
        waypoints.pass("change-after-read-back");
        if (found instanceof AccountLookup.Found(AccountState now)) {
            if (connector.shows(change.action.operation(), now, change.beforeMark, asked)) {
                settling.tookEffect(change.id, system);
                return Optional.of(Duration.ZERO);
            }
            if (asked.plus(connector.surelyNotAfter()).isBefore(clock.instant())) {
                settling.settle(
                        change.id,
                        Changes.State.DID_NOT,
                        "It did not take effect. Nothing was changed; try again.",
                        EntryKind.CHANGE_DID_NOT);
                return Optional.empty();
            }
        }
        return Optional.of(EVERY);
    }
}
