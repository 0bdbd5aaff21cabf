package earnest.changes;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.UUID;

/** Reads whom and what a change is about, and says whether the desk can help there at all. */
@Component
class Subjects {
    private final Tickets tickets;
    private final People people;
    private final Accounts accounts;
    private final LiveAccounts live;

    Subjects(Tickets tickets, People people, Accounts accounts, LiveAccounts live) {
        this.tickets = tickets;
        this.people = people;
        this.accounts = accounts;
        this.live = live;
    }

    /**
     * Asks the system; never within a transaction.
     *
     * @throws Problem 409 if the ticket names nobody, they have no account there, or what is asked
     *     hangs on something that does not answer
     */
    Subject read(UUID ticket, ManagedSystem system) {
        People.Person person = claimed(tickets.view(ticket));
        Account account =
                accounts.of(person.id(), system.id())
                        .orElseThrow(
                                () ->
                                        new Problem(
                                                409,
                                                "no-account",
                                                "%s has no account in %s. Ask %s."
                                                        .formatted(
                                                                person.name(),
                                                                system.name(),
                                                                system.whoHelps())));
        return new Subject(
                person,
                account,
                live.read(system, account.ref()),
                live.groups(person.id(), system.id()));
    }

    private People.Person claimed(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(
                    409,
                    "nobody-named",
                    "Say first who the caller says they are. Nothing can be done for nobody.");
        }
        return people.person(person).orElseThrow(() -> Problem.unknown("person"));
    }

    /**
     * The state from which a change goes.
     *
     * @throws Problem 409 if this desk, or this analyst, cannot help with the account
     */
    AccountState helpable(ManagedSystem system, Subject subject, Actor actor, Action action) {
        String hindrance =
                live.hindrance(system, subject.everywhere(), subject.person(), actor.ownAccount());
        if (hindrance != null) {
            throw new Problem(409, "cannot-be-helped", hindrance);
        }
        if (action == Action.UNLOCK
                && subject.everywhere().lockedSince().isEmpty()
                && !system.connector().hidesLocks()) {
            throw new Problem(
                    409,
                    "not-locked",
                    "The account is not locked. If they cannot sign in, the password may be"
                            + " forgotten.");
        }
        return ((AccountLookup.Found) subject.everywhere().first()).state();
    }
}
