package earnest.checks;

import earnest.access.Right;
import earnest.access.SecondPersons;
import earnest.access.SignedIn;
import earnest.core.assurance.Verdict;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Service;

import java.util.List;
import java.util.UUID;

/**
 * A second person at the desk, for what a rule asks one for: they see the whole page, and say yes
 * to one deed. Their yes holds a quarter of an hour, for that deed by that analyst on that ticket.
 */
@Service
class SecondPersonDesk implements SecondsAwaited {
    private final SecondPersonRows rows;
    private final SecondPersons seconds;
    private final Judging judging;
    private final Tickets tickets;
    private final People people;
    private final Systems systems;
    private final TheRecord record;
    private final Writes writes;
    private final Ids ids;

    SecondPersonDesk(
            SecondPersonRows rows,
            SecondPersons seconds,
            Judging judging,
            Tickets tickets,
            People people,
            Systems systems,
            TheRecord record,
            Writes writes,
            Ids ids) {
        this.rows = rows;
        this.seconds = seconds;
        this.judging = judging;
        this.tickets = tickets;
        this.people = people;
        this.systems = systems;
        this.record = record;
        this.writes = writes;
        this.ids = ids;
    }

    /**
     * Asks for one.
     *
     * @throws Problem 403 while anything else is short of it, 409 if no second person is asked for
     */
    UUID ask(UUID ticketId, SignedIn me, String system, String action) {
        me.must(Right.WORK_AT_DESK);
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    People.Person person = named(ticket);
                    Standing.Deed deed =
                            new Standing.Deed(
                                    person.id(), system, person.account(), action, me.id());
                    Standing.Judged judged =
                            judging.judge(ticket, deed, people.groups(person.id()));
                    mustAskForOne(judged.verdict());
                    UUID id = ids.next();
                    rows.add(
                            id,
                            new SecondPersonRows.About(ticketId, person.id(), system, action),
                            me);
                    record.append(
                            entry(EntryKind.SECOND_ASKED, me, ticket, person, id)
                                    .data("action", action)
                                    .data("of", system)
                                    .data("deed", deed(action, system)));
                    tickets.remind(ticketId, me.name() + " asks for a second person");
                    return id;
                });
    }

    @Override
    public List<Waiting> on(Tickets.View ticket, UUID who) {
        UUID person = ticket.person();
        if (person == null
                || who.equals(ticket.holder())
                || ticket.state() == Tickets.State.CLOSED) {
            return List.of();
        }
        return rows.onTicket(ticket.id(), person).stream()
                .filter(one -> one.state() == Standing.SecondState.ASKED)
                .map(
                        one ->
                                new Waiting(
                                        one.id(),
                                        deed(one.action(), one.system()),
                                        one.askedByName()))
                .toList();
    }

    /** What it is about, after "to"; what Earnest keeps itself is in no system. */
    private String deed(String action, String system) {
        return RuleSentences.deed(action)
                + (system.equals(MyProofs.HERE)
                        ? ""
                        : " in " + systems.find(system).map(ManagedSystem::name).orElse(system));
    }

    private static void mustAskForOne(Verdict verdict) {
        switch (verdict) {
            case Verdict.NeedsSecondPerson _ -> {}
            case Verdict.Open _ ->
                    throw new Problem(
                            409, "no-second-person-needed", "Nobody else has to agree to this.");
            case Verdict.Stopped _ ->
                    throw new Problem(
                            403,
                            "stopped",
                            "The person said no. Nothing can be done for them until your lead and a"
                                    + " second person lift it.");
            default ->
                    throw new Problem(
                            403,
                            "not-sure-enough",
                            "Prove more first; a second person is asked when all else is there.");
        }
    }

    /**
     * Agrees, or does not.
     *
     * @throws Problem 403 if it is the same person, one whom the other made lately, or the person
     *     it is about; 409 if it was answered or is too old, or the ticket names somebody else
     */
    void answer(UUID ticketId, SignedIn me, UUID id, boolean agreed) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.lock(ticketId);
                    People.Person person = named(ticket);
                    Standing.Second asked =
                            rows.waiting(ticketId, person.id(), id)
                                    .orElseThrow(SecondPersonDesk::over);
                    if (agreed) {
                        mustBeAnother(me, asked, person);
                    }
                    if (!rows.settle(id, me, agreed)) {
                        throw over();
                    }
                    record.append(
                            entry(
                                            agreed
                                                    ? EntryKind.SECOND_AGREED
                                                    : EntryKind.SECOND_REFUSED,
                                            me,
                                            ticket,
                                            person,
                                            id)
                                    .data("action", asked.action())
                                    .data("of", asked.system())
                                    .data("deed", deed(asked.action(), asked.system()))
                                    .data("for", asked.askedBy().toString()));
                    tickets.bump(ticketId);
                    tickets.remind(ticketId, null);
                });
    }

    private void mustBeAnother(SignedIn me, Standing.Second asked, People.Person person) {
        if (person.account().equals(me.ownAccount())) {
            throw new Problem(
                    403,
                    "about-yourself",
                    "This is about your own account. Somebody else must agree.");
        }
        if (!seconds.mayAgree(me.id(), asked.askedBy())) {
            throw new Problem(
                    403,
                    "needs-second-person",
                    "You asked for this yourself, or one of you made the other lately. Somebody"
                            + " else must agree.");
        }
    }

    private static Problem over() {
        return new Problem(409, "decided", "That was answered already, or is too old by now.");
    }

    private People.Person named(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(409, "nobody-named", "Nobody is named on this ticket.");
        }
        return people.person(person).orElseThrow(() -> Problem.unknown("person"));
    }

    private static Entry entry(
            EntryKind kind, SignedIn me, Tickets.View ticket, People.Person person, UUID id) {
        return Entry.by(kind, me.id(), me.name())
                .ticket(ticket.id(), ticket.conversation())
                .person(person.id(), person.name())
                .data("second", id.toString());
    }
}
