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
        UUID id;
        try (Ready ready = ready(ticket, intent)) {
            id = intend(ticket, actor, ready);
        }
        waypoints.pass("change-intended-committed");
        return id;
    }

    private UUID intend(UUID ticket, Actor actor, Ready ready) {
        try {
            return writes.get(() -> decide(ticket, actor, ready, ready.intent().version()));
        } catch (NotAllowed refused) {
            // What would have been written with it is gone; that it was refused stands.
            notAllowed(ticket, actor, ready, refused);
            throw refused;
        } catch (DuplicateKeyException another) {
            // Of two at once the row decides that says that a change of the account runs.
            return writes.get(
                    () -> decision.running(ticket, ready.intent().action(), ready.subject()));
        }
    }

    /** All that is asked outside before a change is decided. */
    record Ready(Changes.Intent intent, ManagedSystem system, Subject subject, Password password)
            implements AutoCloseable {
        @Override
        public void close() {
            password.close();
        }
    }

    /** Not within a transaction: the systems are asked. */
    Ready ready(UUID ticket, Changes.Intent intent) {
        ManagedSystem system = systems.system(intent.system());
        if (!system.can(intent.action())) {
            throw new Problem(
                    409,
                    "not-possible",
                    "%s cannot do that. Ask %s.".formatted(system.name(), system.whoHelps()));
        }
        Subject subject = subjects.read(ticket, system);
        return new Ready(intent, system, subject, password(system, subject.person(), intent));
    }

    /** In the present transaction. */
    UUID decide(UUID ticket, Actor actor, Ready ready, long version) {
        return decision.decide(
                ticket,
                actor,
                ready.system(),
                ready.intent().on(version),
                ready.subject(),
                ready.password());
    }

    void notAllowed(UUID ticket, Actor actor, Ready ready, NotAllowed refused) {
        writes.run(
                () -> decision.notAllowed(ticket, actor, ready.intent(), ready.subject(), refused));
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
