package earnest.checks;

import earnest.access.SignedIn;
import earnest.checks.methods.Enrolling;
import earnest.core.assurance.Verdict;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.UUID;

/**
 * An analyst takes away what somebody lost, so that whoever found it cannot prove to be them. It is
 * judged by a rule of its own, on the record with what it rested on, and told to the person
 * wherever they are reached. Nothing is set up so: that its person does by themselves.
 */
@Component
class LostFactors {
    /** The action of rulebooks. */
    static final String REPLACE = "replace-factor";

    private final MyProofs proofs;
    private final ProofMethods methods;
    private final Judging judging;
    private final Standing standing;
    private final FactorsTold told;
    private final Tickets tickets;
    private final People people;
    private final TheRecord record;
    private final Writes writes;

    LostFactors(
            MyProofs proofs,
            ProofMethods methods,
            Judging judging,
            Standing standing,
            FactorsTold told,
            Tickets tickets,
            People people,
            TheRecord record,
            Writes writes) {
        this.proofs = proofs;
        this.methods = methods;
        this.judging = judging;
        this.standing = standing;
        this.told = told;
        this.tickets = tickets;
        this.people = people;
        this.record = record;
        this.writes = writes;
    }

    /** What the person of a ticket has, and whether any of it may be taken away now. */
    record Shown(List<MyProofs.Mine> factors, Standing.Judgement judged) {}

    /**
     * @throws Problem 409 if nobody is named
     */
    Shown of(UUID ticketId, SignedIn me) {
        Tickets.View ticket = tickets.view(ticketId);
        UUID person = named(ticket);
        Standing.Want want = new Standing.Want(REPLACE, MyProofs.HERE, me.id());
        return new Shown(
                proofs.of(person).mine(),
                standing.reckoning(ticket, List.of(want), Standing.Side.DESK)
                        .judgements()
                        .getFirst());
    }

    private static UUID named(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(409, "nobody-named", "Say first who the caller says they are.");
        }
        return person;
    }

    /**
     * @throws Problem 403 if it is not allowed; 404 if it is not theirs; 409 if the analyst does
     *     not hold the ticket, or nobody is named
     */
    void remove(UUID ticketId, SignedIn me, UUID factor) {
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    People.Person person =
                            people.person(named(ticket))
                                    .orElseThrow(() -> Problem.unknown("person"));
                    if (person.account().equalsIgnoreCase(me.ownAccount())) {
                        throw new Problem(
                                403,
                                "about-yourself",
                                "What proves you, you change on your own page, or a colleague"
                                        + " does.");
                    }
                    Standing.Deed deed =
                            new Standing.Deed(
                                    person.id(), MyProofs.HERE, person.account(), REPLACE, me.id());
                    Standing.Judged judged =
                            judging.judge(ticket, deed, people.groups(person.id()));
                    Permit permit = judged.permit();
                    if (permit == null) {
                        throw notAllowed(judged.verdict());
                    }
                    permit.mustCover(ticketId, ticket.version(), deed);
                    MyProofs.Mine lost =
                            proofs.of(person.id()).mine().stream()
                                    .filter(one -> one.id().equals(factor))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("proof of theirs"));
                    enrolling(lost.method()).remove(person.id(), ticketId, factor);
                    record.append(
                            Entry.by(EntryKind.FACTOR_REMOVED, me.id(), me.name())
                                    .ticket(ticketId, ticket.conversation())
                                    .person(person.id(), person.name())
                                    .data("action", REPLACE)
                                    .data("factor", factor.toString())
                                    .data("what", lost.label())
                                    .why(judged.why()));
                    told.tell(factor, ticketId, person.id());
                });
    }

    private Enrolling enrolling(String method) {
        return methods.all().stream()
                .filter(one -> one.id().equals(method))
                .flatMap(one -> one.enrolling().stream())
                .findFirst()
                .orElseThrow(() -> Problem.unknown("proof of theirs"));
    }

    private static Problem notAllowed(Verdict verdict) {
        return switch (verdict) {
            case Verdict.Stopped _ ->
                    new Problem(
                            403,
                            "stopped",
                            "Everything of this person is stopped; the page says why.");
            case Verdict.NeedsSecondPerson _ ->
                    new Problem(403, "needs-second-person", "Ask a second person first to agree.");
            case Verdict.NoRule _ ->
                    new Problem(403, "no-rule", "No rule allows this. Ask the steward.");
            default ->
                    new Problem(
                            403,
                            "not-sure-enough",
                            "Prove more first: somebody else would have it taken away, too.");
        };
    }
}
