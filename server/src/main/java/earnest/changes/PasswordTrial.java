package earnest.changes;

import earnest.checks.Standing;
import earnest.core.passwords.Secret;
import earnest.ground.Writes;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.PasswordStyle;
import earnest.systems.Systems;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.UUID;

/** Says of a password that is being typed which rules of the system it keeps. */
@Component
class PasswordTrial {
    private final Systems systems;
    private final Subjects subjects;
    private final FreshPassword passwords;
    private final TypingLimits limits;
    private final Standing standing;
    private final Tickets tickets;
    private final Writes writes;

    PasswordTrial(
            Systems systems,
            Subjects subjects,
            FreshPassword passwords,
            TypingLimits limits,
            Standing standing,
            Tickets tickets,
            Writes writes) {
        this.systems = systems;
        this.subjects = subjects;
        this.passwords = passwords;
        this.limits = limits;
        this.standing = standing;
        this.tickets = tickets;
        this.writes = writes;
    }

    Changes.Trial tryOut(UUID ticketId, Actor actor, String systemId, Secret candidate) {
        ManagedSystem system = systems.system(systemId);
        Action action = action(actor);
        if (action == Action.TEMPORARY_PASSWORD) {
            FreshPassword.mustBeAllowed(system, PasswordStyle.TYPED);
        }
        Subject subject = subjects.read(ticketId, system);
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, actor);
                    // Else it would tell an impostor's helper what the person's words are.
                    Standing.Deed deed = subject.deed(action, actor.id());
                    Permissions.mustBeOpen(standing.judge(ticket, deed, subject.groups()));
                    limits.count(actor.id());
                });
        return new Changes.Trial(
                passwords.check(system, subject.person(), candidate), system.remembers());
    }

    /** For what it is typed. */
    private static Action action(Actor actor) {
        return switch (actor) {
            case Actor.AtDesk _ -> Action.TEMPORARY_PASSWORD;
            case Actor.Alone _ -> Action.OWN_PASSWORD;
        };
    }
}
