package earnest.changes;

import earnest.connectors.ChangeResult;
import earnest.connectors.PeopleSource;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.EntryKind;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;

/** Asks a system for a change that was decided on, once, and follows what it answers. */
@Component
class Asking {
    private static final Duration NOT_SENT_GIVE_UP = Duration.ofSeconds(20);

    private final ChangeRepository changes;
    private final AskingPermit permits;
    private final Sending sending;
    private final Settling settling;
    private final Systems systems;
    private final People people;
    private final Writes writes;
    private final Clock clock;
    private final Waypoints waypoints;

    Asking(
            ChangeRepository changes,
            AskingPermit permits,
            Sending sending,
            Settling settling,
            Systems systems,
            People people,
            Writes writes,
            Clock clock,
            Waypoints waypoints) {
        this.changes = changes;
        this.permits = permits;
        this.sending = sending;
        this.settling = settling;
        this.systems = systems;
        this.people = people;
        this.writes = writes;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    /** When to go on; empty once the change is settled. */
    Optional<Duration> ask(AccountChange change) {
        waypoints.pass("change-before-asked");
        Set<String> groups;
        try {
            groups = people.groupsNow(change.personId, change.system);
        } catch (PeopleSource.Away away) {
            return later(change, away.getMessage());
        }
        Optional<AskingPermit.Granted> granted =
                writes.get(() -> permits.markAsked(change.id, groups));
        if (granted.isEmpty()) {
            return Optional.empty();
        }
        waypoints.pass("change-asked-committed");
        ManagedSystem system = systems.system(change.system);
        ChangeResult result = sending.send(system, change, granted.get());
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
                yield Optional.of(ReadingBack.EVERY);
            }
        };
    }

    /** Nothing left: it is judged anew, for a little while. */
    private Optional<Duration> later(AccountChange change, String words) {
        if (change.intendedAt.plus(NOT_SENT_GIVE_UP).isBefore(clock.instant())) {
            settling.settle(change.id, Changes.State.REFUSED, words, EntryKind.CHANGE_REFUSED);
            return Optional.empty();
        }
        return Optional.of(ReadingBack.EVERY);
    }
}
