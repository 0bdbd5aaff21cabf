package earnest.checks.described;

import earnest.access.Right;
import earnest.access.SecondPersons;
import earnest.access.SignedIn;
import earnest.access.StaffRows;
import earnest.checks.methods.ProofMethod;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.stereotype.Service;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Describes services and takes them away. What proves people is never one steward's alone: a
 * service that answers yes to everything would be. Another agrees, where there is another.
 */
@Service
class OutsideServices {
    private final OutsideServiceRows rows;
    private final Describing describing;
    private final Set<String> builtIn;
    private final StaffRows staff;
    private final SecondPersons seconds;
    private final TheRecord record;
    private final Writes writes;
    private final Ids ids;

    OutsideServices(
            OutsideServiceRows rows,
            Describing describing,
            List<ProofMethod> builtIn,
            StaffRows staff,
            SecondPersons seconds,
            TheRecord record,
            Writes writes,
            Ids ids) {
        this.rows = rows;
        this.describing = describing;
        this.builtIn = builtIn.stream().map(ProofMethod::id).collect(Collectors.toSet());
        this.staff = staff;
        this.seconds = seconds;
        this.record = record;
        this.writes = writes;
        this.ids = ids;
    }

    List<OutsideServiceRows.Described> all(SignedIn me) {
        me.must(Right.SET_UP);
        return rows.all();
    }

    /**
     * @throws Problem 409 for the name of a method that Earnest has itself, 422 for a description
     *     that cannot be used
     */
    void describe(SignedIn me, String id, ServiceToDescribe wanted) {
        me.must(Right.SET_UP);
        me.mustBeFresh();
        if (!id.matches("[a-z][a-z0-9-]{1,29}")) {
            throw Problem.invalid("It is named by small letters, digits and hyphens.");
        }
        if (builtIn.contains(id)) {
            throw new Problem(
                    409, "built-in", "Earnest has a method of that name itself. Choose another.");
        }
        OutsideService service = describing.read(id, ids.next(), wanted);
        writes.run(
                () -> {
                    rows.put(service, me);
                    record.append(entry(EntryKind.OUTSIDE_SERVICE_DESCRIBED, me, service));
                    if (staff.stewards() < 2) {
                        rows.agree(id, service.keyId());
                        record.append(entry(EntryKind.OUTSIDE_SERVICE_ALONE, me, service));
                    }
                });
    }

    /**
     * Agrees to what another described.
     *
     * @param description the id of what was seen
     * @throws Problem 403 if it is one's own; 404 if there is none; 409 if it was described anew or
     *     agreed to since
     */
    void agree(SignedIn me, String id, UUID description) {
        me.must(Right.SET_UP);
        me.mustBeFresh();
        writes.run(
                () -> {
                    OutsideServiceRows.Described one = described(id);
                    if (one.by() != null && !seconds.mayAgree(me.id(), one.by())) {
                        throw new Problem(
                                403,
                                "needs-second-person",
                                "You described it yourself, or one of you made the other lately."
                                        + " Another steward must agree.");
                    }
                    if (!rows.agree(id, description)) {
                        throw new Problem(
                                409, "decided", "It was described anew since, or agreed to.");
                    }
                    record.append(entry(EntryKind.OUTSIDE_SERVICE_AGREED, me, one.service()));
                });
    }

    /**
     * @throws Problem 404 if there is none
     */
    void remove(SignedIn me, String id) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    OutsideService service = described(id).service();
                    rows.remove(id);
                    record.append(entry(EntryKind.OUTSIDE_SERVICE_TAKEN_AWAY, me, service));
                });
    }

    private OutsideServiceRows.Described described(String id) {
        return rows.described(id).orElseThrow(() -> Problem.unknown("outside service"));
    }

    private static Entry entry(EntryKind kind, SignedIn me, OutsideService service) {
        return Entry.by(kind, me.id(), me.name())
                .data("service", service.id())
                .data("what", service.title());
    }
}
