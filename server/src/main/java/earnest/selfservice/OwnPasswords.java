package earnest.selfservice;

import earnest.changes.Changes;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.systems.Action;
import earnest.systems.Systems;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Service;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/** An own password, in one or several systems: looked at as it is typed, and set. */
@Service
class OwnPasswords {
    private final Changes changes;
    private final OwnPageComposer composer;
    private final Tickets tickets;
    private final Systems systems;

    OwnPasswords(Changes changes, OwnPageComposer composer, Tickets tickets, Systems systems) {
        this.changes = changes;
        this.composer = composer;
        this.tickets = tickets;
        this.systems = systems;
    }

    /** How a password does in one system. */
    record Tried(String system, Changes.Trial trial) {}

    /**
     * Looks at what is typed, by the rules of each system.
     *
     * @throws Problem 403 where not enough is proved, 422 for a system that is not theirs
     */
    List<Tried> look(OwnSession session, List<String> wanted, Secret candidate) {
        UUID ticket = ticket(session);
        Actor.Alone who = OwnPageDesk.who(session);
        mustBeTheirs(who, wanted);
        List<Tried> tried = new ArrayList<>();
        for (String system : wanted) {
            tried.add(
                    new Tried(
                            systems.system(system).name(),
                            changes.tryOut(ticket, who, system, candidate)));
        }
        return tried;
    }

    /**
     * Sets it in each system; what then comes of it is on the page.
     *
     * @throws Problem 403 where not enough is proved; 409 if an account cannot be helped, and then
     *     nothing is set in those that come later; 422 if a rule of one is broken, and then nothing
     *     is set in any; 429 after too many within a day
     */
    void set(OwnSession session, List<String> wanted, Secret chosen) {
        boolean broken =
                look(session, wanted, chosen).stream()
                        .anyMatch(one -> one.trial().rules().stream().anyMatch(r -> !r.kept()));
        if (broken) {
            throw new Problem(
                    422,
                    "rules-broken",
                    "One of the rules is not kept yet. Change the password until all are.");
        }
        UUID ticket = ticket(session);
        Actor.Alone who = OwnPageDesk.who(session);
        for (String system : wanted) {
            Changes.Intent intent =
                    new Changes.Intent(
                            system,
                            Action.OWN_PASSWORD,
                            tickets.view(ticket).version(),
                            null,
                            chosen);
            try {
                changes.intend(ticket, who, intent);
            } catch (Problem problem) {
                throw problem.type().equals("too-many-changes") ? enoughForToday() : problem;
            }
        }
    }

    private static Problem enoughForToday() {
        return new Problem(
                429,
                "too-many-changes",
                "Your accounts were changed as often today as is allowed. Call the service desk.");
    }

    /** Nobody comes so far with a name that nobody has. */
    private static UUID ticket(OwnSession session) {
        UUID ticket = session.known();
        if (ticket == null) {
            throw new Problem(
                    403,
                    "not-sure-enough",
                    "Prove first that it is you; then you choose a new password.");
        }
        return ticket;
    }

    private void mustBeTheirs(Actor.Alone who, List<String> wanted) {
        if (wanted.isEmpty() || !composer.systemsOf(who.person()).containsAll(wanted)) {
            throw Problem.invalid("Choose at least one of the accounts on the page.");
        }
    }
}
