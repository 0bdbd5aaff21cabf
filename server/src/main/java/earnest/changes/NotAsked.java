package earnest.changes;

import earnest.checks.ProofAlone;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.links.LinkPurpose;
import earnest.people.People;
import earnest.systems.Action;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * What stands behind 'I did not ask for this' in what a person was told of an own password:
 * everything of theirs is stopped, the password is taken out of force, and the desk has a ticket.
 */
@Component
class NotAsked implements LinkPurpose, Worker {
    static final String PURPOSE = "not-asked";
    static final Duration LASTS = Duration.ofDays(7);
    private static final JobQueue.Kind KIND = new JobQueue.Kind("not-asked", "change-not-asked", 2);
    private static final Duration AGAIN = Duration.ofSeconds(10);
    private static final String NOT_ME = "not-me";
    private static final String MEANT = "meant";
    private static final int LONGEST_WORDS = 200;

    private final ChangeRepository changes;
    private final ObjectProvider<Changes> face;
    private final ProofAlone proof;
    private final Systems systems;
    private final People people;
    private final Tickets tickets;
    private final JobQueue jobs;

    NotAsked(
            ChangeRepository changes,
            ObjectProvider<Changes> face,
            ProofAlone proof,
            Systems systems,
            People people,
            Tickets tickets,
            JobQueue jobs) {
        this.changes = changes;
        this.face = face;
        this.proof = proof;
        this.systems = systems;
        this.people = people;
        this.tickets = tickets;
        this.jobs = jobs;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return changes.findById(about)
                .map(
                        change ->
                                new Shown(
                                        "Did you set a new password?",
                                        List.of(
                                                "Somebody who proved to be you set a new password"
                                                        + " for "
                                                        + systems.system(change.system).name()
                                                        + ".",
                                                "If it was not you, say so: the password is taken"
                                                        + " out of force, nothing of yours can be"
                                                        + " changed, and one of us looks at once."),
                                        List.of(
                                                new Choice(NOT_ME, "I did not ask for this", true),
                                                new Choice(MEANT, "It was me", false))));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return changes.findById(about)
                .map(
                        change ->
                                choice.equals(NOT_ME)
                                        ? notMe(change)
                                        : new Told("Good. There is nothing to do."));
    }

    private Told notMe(AccountChange change) {
        proof.notAsked(change.ticketId, change.personId);
        tickets.reopen(
                change.ticketId,
                name(change)
                        + " says: 'I did not ask for this'. The new password is being taken out of"
                        + " force");
        // Whoever set one set the others as well.
        changes.findByTicketIdOrderByIntendedAt(change.ticketId).stream()
                .filter(one -> one.action == Action.OWN_PASSWORD)
                .filter(one -> one.state == Changes.State.TOOK_EFFECT)
                .forEach(one -> jobs.soon(KIND, one.id));
        return new Told(
                "Thank you. The password is taken out of force, nothing of yours can be changed"
                        + " now, and the service desk is told. Call it to get in again.");
    }

    private String name(AccountChange change) {
        return people.person(change.personId).map(People.Person::name).orElse("The person");
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    /** While another change of the account runs, or the system does not answer: again. */
    @Override
    public Optional<Duration> work(UUID about) {
        return !changes.expiriesOf(about).isEmpty() || face.getObject().expire(about)
                ? Optional.empty()
                : Optional.of(AGAIN);
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        own(effect.action(), effect.about())
                .ifPresent(
                        own ->
                                tickets.warn(
                                        own.ticketId,
                                        name(own)
                                                + " says: 'I did not ask for this'. The new"
                                                + " password is out of force"));
    }

    @EventListener
    void on(Changes.CameToNothing nothing) {
        own(nothing.action(), nothing.about())
                .ifPresent(
                        own -> {
                            String words =
                                    name(own)
                                            + " says: 'I did not ask for this'. The new password"
                                            + " could not be taken out of force: "
                                            + nothing.reason();
                            tickets.warn(
                                    own.ticketId,
                                    words.substring(0, Math.min(words.length(), LONGEST_WORDS)));
                        });
    }

    /** The own password that an expiry was about. */
    private Optional<AccountChange> own(Action action, @Nullable UUID about) {
        return action == Action.EXPIRY && about != null
                ? changes.findById(about).filter(change -> change.action == Action.OWN_PASSWORD)
                : Optional.empty();
    }
}
