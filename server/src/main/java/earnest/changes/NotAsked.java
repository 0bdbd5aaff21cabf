package earnest.changes;

import earnest.checks.ProofAlone;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.links.LinkPurpose;
import earnest.links.OnlyNo;
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
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * What stands behind 'I did not ask for this' in what a person was told of an own password:
 * everything of theirs is stopped, the password is taken out of force, and the desk has a ticket.
 */
@Component
class NotAsked implements LinkPurpose, Worker {
    static final String PURPOSE = "not-asked";
    private static final JobQueue.Kind KIND = new JobQueue.Kind("not-asked", "change-not-asked", 2);
    private static final Duration AGAIN = Duration.ofSeconds(10);
    private static final int LONGEST_WORDS = 200;

    /** How often it is tried before the desk is left to it. */
    private static final int TRIES = 6;

    private static final Set<Changes.State> FAILED =
            Set.of(Changes.State.CLOSED, Changes.State.REFUSED, Changes.State.DID_NOT);

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
                                OnlyNo.page(
                                        "Did you set a new password?",
                                        "Somebody who proved to be you set a new password for "
                                                + systems.system(change.system).name()
                                                + ".",
                                        "the password is taken out of force, nothing of yours can"
                                                + " be changed, and one of us looks at once.",
                                        "I did not ask for this"));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return changes.findById(about).map(this::notMe);
    }

    private Told notMe(AccountChange change) {
        proof.notAsked(change.ticketId, change.personId);
        tickets.reopen(
                change.ticketId,
                name(change)
                        + " says: 'I did not ask for this'. The new password is being taken out of"
                        + " force");
        // Whoever set one set the others as well.
        set(change.ticketId).forEach(one -> jobs.soon(KIND, one.id));
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

    /** Until it is out of force: the system may be away, refuse for now, or be in use. */
    @Override
    public Optional<Duration> work(UUID about) {
        List<AccountChange> tried = changes.expiriesTried(about);
        if (tried.stream().anyMatch(one -> one.state == Changes.State.TOOK_EFFECT)) {
            return Optional.empty();
        }
        boolean underWay = tried.stream().anyMatch(one -> !FAILED.contains(one.state));
        if (!underWay && tried.size() >= TRIES) {
            return Optional.empty();
        }
        if (!underWay) {
            face.getObject().expire(about);
        }
        return Optional.of(AGAIN);
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        tell(effect.action(), effect.about());
    }

    @EventListener
    void on(Changes.CameToNothing nothing) {
        tell(nothing.action(), nothing.about());
    }

    /**
     * Says of each system how far it is, so that one that worked does not hide one that did not.
     */
    private void tell(Action action, @Nullable UUID about) {
        if (action != Action.EXPIRY || about == null) {
            return;
        }
        changes.findById(about)
                .filter(change -> change.action == Action.OWN_PASSWORD)
                .ifPresent(own -> tickets.warn(own.ticketId, warning(own)));
    }

    private String warning(AccountChange own) {
        List<AccountChange> set = set(own.ticketId);
        String words =
                name(own)
                        + " says: 'I did not ask for this'."
                        + (set.size() == 1
                                ? " The new password " + how(own)
                                : set.stream()
                                        .map(
                                                one ->
                                                        " In %s the new password %s"
                                                                .formatted(
                                                                        systems.system(one.system)
                                                                                .name(),
                                                                        how(one)))
                                        .collect(Collectors.joining(".")));
        return words.substring(0, Math.min(words.length(), LONGEST_WORDS));
    }

    private String how(AccountChange own) {
        List<AccountChange> tried = changes.expiriesTried(own.id);
        if (tried.stream().anyMatch(one -> one.state == Changes.State.TOOK_EFFECT)) {
            return "is out of force";
        }
        return tried.isEmpty() || !FAILED.contains(tried.getLast().state)
                ? "is being taken out of force"
                : "could not be taken out of force: " + tried.getLast().reason;
    }

    /** The own passwords that were set there. */
    private List<AccountChange> set(UUID ticket) {
        return changes.findByTicketIdOrderByIntendedAt(ticket).stream()
                .filter(one -> one.action == Action.OWN_PASSWORD)
                .filter(one -> one.state == Changes.State.TOOK_EFFECT)
                .toList();
    }
}
