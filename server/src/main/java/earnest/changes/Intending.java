package earnest.changes;

import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Actor;

import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;

import java.util.UUID;

/** Somebody asks for a change: what must be asked of systems first, then the decision. */
@Component
class Intending {
    private final Systems systems;
    private final Subjects subjects;
    private final FreshPassword passwords;
    private final ChangeDecision decision;
    private final Writes writes;
    private final Waypoints waypoints;

    Intending(
            Systems systems,
            Subjects subjects,
            FreshPassword passwords,
            ChangeDecision decision,
            Writes writes,
            Waypoints waypoints) {
        this.systems = systems;
        this.subjects = subjects;
        this.passwords = passwords;
        this.decision = decision;
        this.writes = writes;
        this.waypoints = waypoints;
    }

    UUID intend(UUID ticket, Actor actor, Changes.Intent intent) {
        ManagedSystem system = systems.system(intent.system());
        if (!system.can(intent.action())) {
            throw new Problem(
                    409,
                    "not-possible",
                    "%s cannot do that. Ask %s.".formatted(system.name(), system.whoHelps()));
        }
        Subject subject = subjects.read(ticket, system);
        UUID id;
        try (Password password = password(system, subject.person(), intent)) {
            id =
                    writes.get(
                            () ->
                                    decision.decide(
                                            ticket, actor, system, intent, subject, password));
        } catch (NotAllowed refused) {
            // What would have been written with it is gone; that it was refused stands.
            writes.run(() -> decision.notAllowed(ticket, actor, intent, subject, refused));
            throw refused;
        } catch (DuplicateKeyException another) {
            // Of two at once the row decides that says that a change of the account runs.
            id = writes.get(() -> decision.running(ticket, intent.action(), subject));
        }
        waypoints.pass("change-intended-committed");
        return id;
    }

    /**
     * A password that is ready, or why there is none; that is told only to who has proved enough.
     */
    record Password(@Nullable Secret secret, @Nullable Problem refusal) implements AutoCloseable {
        @Override
        public void close() {
            if (secret != null) {
                secret.close();
            }
        }
    }

    private Password password(ManagedSystem system, People.Person person, Changes.Intent intent) {
        try {
            return new Password(
                    switch (intent.action()) {
                        case TEMPORARY_PASSWORD ->
                                passwords.make(
                                        system,
                                        person,
                                        intent.readAloudUnlessSaid(),
                                        intent.typed());
                        case OWN_PASSWORD -> passwords.own(system, person, intent.typed());
                        case UNLOCK, EXPIRY -> null;
                    },
                    null);
        } catch (Problem refusal) {
            return new Password(null, refusal);
        }
    }
}
