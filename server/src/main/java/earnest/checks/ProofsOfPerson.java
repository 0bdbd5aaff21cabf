package earnest.checks;

import earnest.channels.Telling;
import earnest.checks.methods.Enrolling;
import earnest.core.assurance.Verdict;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.links.Links;
import earnest.people.People;
import earnest.record.Entry;
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
    private final Tickets tickets;
    private final People people;
    private final Telling telling;
    private final Links links;
    private final TheRecord record;
    private final Writes writes;

    ProofsOfPerson(
            ProofMethods methods,
            Rulebooks rulebooks,
            Standing standing,
            Tickets tickets,
            People people,
            Telling telling,
            Links links,
            TheRecord record,
            Writes writes) {
        this.methods = methods;
        this.rulebooks = rulebooks;
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
        this.telling = telling;
        this.links = links;
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
                    Allowed allowed = mustBeAllowed(ticketId, who);
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
                    Allowed allowed = mustBeAllowed(ticketId, who);
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
    public void remove(UUID ticketId, Actor.Alone who, UUID factor) {
        writes.run(
                () -> {
                    Allowed allowed = mustBeAllowed(ticketId, who);
                    Mine mine =
                            of(who.person()).mine().stream()
                                    .filter(one -> one.id().equals(factor))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("proof of yours"));
                    kinds().get(mine.method()).remove(who.person(), ticketId, factor);
                    record.append(entry(EntryKind.FACTOR_REMOVED, allowed, factor, mine.label()));
                    tell(allowed, factor);
                });
    }

    /** What was judged, and on what. */
    private record Allowed(Tickets.View ticket, People.Person person, Standing.Judged judged) {}

    private Allowed mustBeAllowed(UUID ticketId, Actor.Alone who) {
        Tickets.View ticket = tickets.hold(ticketId, who);
        People.Person person =
                people.person(who.person()).orElseThrow(() -> Problem.unknown("person"));
        Standing.Deed deed =
                new Standing.Deed(person.id(), HERE, person.account(), ENROL, person.id());
        Standing.Judged judged = standing.judge(ticket, deed, people.groups(person.id()));
        Permit permit = judged.permit();
        if (permit == null) {
            throw notEnough(judged.verdict());
        }
        permit.mustCover(ticketId, ticket.version(), deed);
        return new Allowed(ticket, person, judged);
    }

    private static Problem notEnough(Verdict verdict) {
        return switch (verdict) {
            case Verdict.Stopped _ ->
                    new Problem(
                            403,
                            "stopped",
                            "Somebody said that they did not ask for this. Call the service desk.");
            case Verdict.NeedsSecondPerson _ ->
                    new Problem(
                            403,
                            "needs-second-person",
                            "For your account this is done at the service desk only. Go there, or"
                                    + " call it.");
            default ->
                    new Problem(
                            403,
                            "not-sure-enough",
                            "Prove first that it is you; then you change your proofs.");
        };
    }

    private void added(Allowed allowed, UUID factor, String method, String label) {
        record.append(entry(EntryKind.FACTOR_ADDED, allowed, factor, label).data("method", method));
        tell(allowed, factor);
    }

    private static Entry entry(EntryKind kind, Allowed allowed, UUID factor, String label) {
        return Entry.byPerson(kind, allowed.person.id(), allowed.person.name())
                .ticket(allowed.ticket.id(), allowed.ticket.conversation())
                .person(allowed.person.id(), allowed.person.name())
                .data("action", ENROL)
                .data("factor", factor.toString())
                .data("what", label)
                .why(allowed.judged.why());
    }

    private void tell(Allowed allowed, UUID factor) {
        links.make(NotMyProof.PURPOSE, factor, NotMyProof.LASTS);
        telling.everywhere(ProofsText.OCCASION, factor, allowed.ticket.id(), allowed.person.id());
    }
}
