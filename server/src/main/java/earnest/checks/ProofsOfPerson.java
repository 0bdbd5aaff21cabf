package earnest.checks;

import earnest.checks.methods.Enrolling;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Service;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

@Service
class ProofsOfPerson implements MyProofs {
    private final ProofMethods methods;
    private final Rulebooks rulebooks;
    private final Standing standing;
    private final MayEnrol right;
    private final Gathered gathered;
    private final EnrolmentRepository enrolments;
    private final FactorsTold told;
    private final TheRecord record;
    private final Writes writes;

    ProofsOfPerson(
            ProofMethods methods,
            Rulebooks rulebooks,
            Standing standing,
            MayEnrol right,
            Gathered gathered,
            EnrolmentRepository enrolments,
            FactorsTold told,
            TheRecord record,
            Writes writes) {
        this.methods = methods;
        this.rulebooks = rulebooks;
        this.standing = standing;
        this.right = right;
        this.gathered = gathered;
        this.enrolments = enrolments;
        this.told = told;
        this.record = record;
        this.writes = writes;
    }

    /** Those that people set up, by the ids of their methods. */
    private Map<String, Enrolling> kinds() {
        Map<String, Enrolling> kinds = new LinkedHashMap<>();
        methods.all()
                .forEach(
                        method ->
                                method.enrolling().ifPresent(kind -> kinds.put(method.id(), kind)));
        return kinds;
    }

    @Override
    public Shown of(UUID person) {
        List<Mine> mine = new ArrayList<>();
        List<Addable> addable = new ArrayList<>();
        kinds().forEach(
                        (method, kind) -> {
                            kind.of(person)
                                    .forEach(
                                            one ->
                                                    mine.add(
                                                            new Mine(
                                                                    one.id(),
                                                                    method,
                                                                    one.label(),
                                                                    one.since(),
                                                                    one.note())));
                            addable.add(new Addable(method, kind.label(), kind.note()));
                        });
        return new Shown(mine, addable, rulebooks.inForce().rules().recentPathDays());
    }

    @Override
    public boolean mayChange(Tickets.View ticket, UUID person) {
        return standing
                .reckoning(
                        ticket, List.of(new Standing.Want(ENROL, HERE, person)), Standing.Side.PAGE)
                .judgements()
                .stream()
                .anyMatch(judged -> judged.verdict() == Standing.VerdictKind.OPEN);
    }

    @Override
    public SettingUp begin(UUID ticketId, Actor.Alone who, String method) {
        Enrolling kind = kinds().get(method);
        if (kind == null) {
            throw Problem.invalid("That is nothing that one sets up here.");
        }
        return writes.get(
                () -> {
                    MayEnrol.Allowed allowed = right.must(ticketId, who);
                    SettingUp begun = kind.begin(who.person(), ticketId);
                    if (begun instanceof SettingUp.Lines) {
                        added(allowed, begun.factor(), method, kind.label());
                    }
                    return begun;
                });
    }

    @Override
    public boolean confirm(UUID ticketId, Actor.Alone who, UUID factor, Secret typed) {
        return writes.get(
                () -> {
                    MayEnrol.Allowed allowed = right.must(ticketId, who);
                    for (Map.Entry<String, Enrolling> kind : kinds().entrySet()) {
                        if (kind.getValue().settingUp(who.person(), factor)) {
                            boolean right = kind.getValue().confirm(who.person(), factor, typed);
                            if (right) {
                                added(allowed, factor, kind.getKey(), kind.getValue().label());
                            }
                            return right;
                        }
                    }
                    throw Problem.unknown("thing that is being set up");
                });
    }

    @Override
    public int phoneLost(UUID ticketId, Actor.Alone who) {
        return writes.get(
                () -> {
                    MayEnrol.Allowed allowed = right.must(ticketId, who);
                    int taken = 0;
                    for (Enrolling kind : kinds().values()) {
                        if (kind.onPhone()) {
                            for (Enrolling.Enrolled one : kind.of(who.person())) {
                                kind.remove(who.person(), ticketId, one.id());
                                record.append(
                                        MayEnrol.entry(
                                                EntryKind.FACTOR_REMOVED,
                                                allowed,
                                                one.id(),
                                                one.label()));
                                tell(allowed, one.id());
                                taken++;
                            }
                        }
                    }
                    return taken;
                });
    }

    @Override
    public void remove(UUID ticketId, Actor.Alone who, UUID factor) {
        writes.run(
                () -> {
                    MayEnrol.Allowed allowed = right.must(ticketId, who);
                    Mine mine =
                            of(who.person()).mine().stream()
                                    .filter(one -> one.id().equals(factor))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("proof of yours"));
                    kinds().get(mine.method()).remove(who.person(), ticketId, factor);
                    record.append(
                            MayEnrol.entry(
                                    EntryKind.FACTOR_REMOVED, allowed, factor, mine.label()));
                    tell(allowed, factor);
                });
    }

    private void added(MayEnrol.Allowed allowed, UUID factor, String method, String label) {
        if (gathered.backed(gathered.known(allowed.ticket(), allowed.person().id()))) {
            enrolments.lock(factor).orElseThrow().trusted = true;
        }
        record.append(
                MayEnrol.entry(EntryKind.FACTOR_ADDED, allowed, factor, label)
                        .data("method", method));
        tell(allowed, factor);
    }

    private void tell(MayEnrol.Allowed allowed, UUID factor) {
        told.tell(factor, allowed.ticket().id(), allowed.person().id());
    }
}
