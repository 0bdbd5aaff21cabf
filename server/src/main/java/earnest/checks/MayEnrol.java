package earnest.checks;

import earnest.core.assurance.Verdict;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.UUID;

/**
 * Whether somebody on a page of their own may change what proves them, by the rule {@code enrol}.
 */
@Component
class MayEnrol {
    private final Standing standing;
    private final Tickets tickets;
    private final People people;

    MayEnrol(Standing standing, Tickets tickets, People people) {
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
    }

    /** What was judged, and on what. */
    record Allowed(Tickets.View ticket, People.Person person, Standing.Judged judged) {}

    /**
     * In the present transaction, in which what is allowed is done.
     *
     * @throws Problem 403 if not enough is proved; 409 if somebody else holds the ticket
     */
    Allowed must(UUID ticketId, Actor.Alone who) {
        Tickets.View ticket = tickets.hold(ticketId, who);
        People.Person person =
                people.person(who.person()).orElseThrow(() -> Problem.unknown("person"));
        Standing.Deed deed =
                new Standing.Deed(
                        person.id(), MyProofs.HERE, person.account(), MyProofs.ENROL, person.id());
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

    /** What was done, by its person, with what allowed it. */
    static Entry entry(EntryKind kind, Allowed allowed, UUID factor, String label) {
        return Entry.byPerson(kind, allowed.person.id(), allowed.person.name())
                .ticket(allowed.ticket.id(), allowed.ticket.conversation())
                .person(allowed.person.id(), allowed.person.name())
                .data("action", MyProofs.ENROL)
                .data("factor", factor.toString())
                .data("what", label)
                .why(allowed.judged.why());
    }
}
