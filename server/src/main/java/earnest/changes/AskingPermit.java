package earnest.changes;

import earnest.access.Analysts;
import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.ground.Waypoints;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** Judges a change anew in the moment in which its system is asked. */
@Component
class AskingPermit {
    private final ChangeRepository changes;
    private final ChangeEntries entries;
    private final Settling settling;
    private final Standing standing;
    private final Tickets tickets;
    private final Analysts analysts;
    private final TheRecord record;
    private final Clock clock;
    private final Waypoints waypoints;

    AskingPermit(
            ChangeRepository changes,
            ChangeEntries entries,
            Settling settling,
            Standing standing,
            Tickets tickets,
            Analysts analysts,
            TheRecord record,
            Clock clock,
            Waypoints waypoints) {
        this.changes = changes;
        this.entries = entries;
        this.settling = settling;
        this.standing = standing;
        this.tickets = tickets;
        this.analysts = analysts;
        this.record = record;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    /**
     * That a change is asked for.
     *
     * @param permit null for what is nobody's deed
     * @param version of the ticket as it was judged
     */
    record Granted(@Nullable Permit permit, long version) {
        /**
         * Must be called by whatever asks the system.
         *
         * @throws earnest.ground.Problem 409 if it was granted for anything else
         * @throws IllegalStateException for a change that needs a permit and has none
         */
        void mustCover(AccountChange change) {
            Standing.Deed deed = deed(change);
            if (deed != null) {
                Objects.requireNonNull(permit).mustCover(change.ticketId, version, deed);
            } else if (change.action != Action.EXPIRY) {
                throw new IllegalStateException("only an expiry is nobody's deed");
            }
        }
    }

    /** What a change does, and for whom: what its permit must be for. Null: Earnest's own. */
    private static Standing.@Nullable Deed deed(AccountChange change) {
        UUID analyst = change.analystId;
        return analyst == null
                ? null
                : new Standing.Deed(
                        change.personId,
                        change.system,
                        change.account,
                        change.action.word(),
                        analyst);
    }

    /**
     * The assessment is made again on the current version, in the present transaction; a 'no' that
     * came meanwhile closes the change, and so does another name on the ticket.
     */
    Optional<Granted> markAsked(UUID id, Set<String> groups) {
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
        return Optional.of(new Granted(judged == null ? null : judged.permit(), ticket.version()));
    }

    private Entry asker(AccountChange change) {
        UUID analyst = change.analystId;
        if (analyst == null || change.action == Action.OWN_PASSWORD) {
            return Entry.byEarnest(EntryKind.CHANGE_ASKED);
        }
        String name = analysts.find(analyst).map(Analysts.Colleague::name).orElse("Analyst");
        return Entry.by(EntryKind.CHANGE_ASKED, analyst, name);
    }
}
