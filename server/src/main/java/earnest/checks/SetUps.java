package earnest.checks;

import earnest.ground.Ids;
import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;

/**
 * What people set up by themselves, from its beginning until it counts, whatever it is. All of it
 * is done in the present transaction.
 */
@Component
class SetUps {
    private static final Duration WITHIN = Duration.ofMinutes(30);
    private static final int MOST = 5;

    private final EnrolmentRepository enrolments;
    private final Clock clock;
    private final Ids ids;

    SetUps(EnrolmentRepository enrolments, Clock clock, Ids ids) {
        this.enrolments = enrolments;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Begins one; what of theirs and of its kind was begun before and not finished is gone.
     *
     * @param name of the first; later ones are numbered
     * @param many what several are called
     * @param prepared what is kept of it from the start
     * @return its id
     * @throws Problem 409 if they have as many as they may have
     */
    UUID begin(
            UUID person,
            UUID ticket,
            String kind,
            String name,
            String many,
            Consumer<Enrolment> prepared) {
        List<Enrolment> theirs = enrolments.of(person, kind);
        Instant now = clock.instant();
        theirs.stream().filter(one -> !one.inForce()).forEach(one -> one.remove(now));
        long inForce = theirs.stream().filter(Enrolment::inForce).count();
        if (inForce >= MOST) {
            throw new Problem(
                    409,
                    "enough-of-these",
                    "You have %d %s. Take one away before you add another."
                            .formatted(inForce, many));
        }
        Enrolment one =
                new Enrolment(
                        ids.next(),
                        person,
                        kind,
                        inForce == 0 ? name : name + " " + (inForce + 1),
                        null,
                        now);
        one.ticketId = ticket;
        prepared.accept(one);
        enrolments.add(one);
        return one.id;
    }

    /** Whether it is being set up, and still may be. */
    boolean waits(Enrolment one) {
        return one.confirmedAt == null
                && one.removedAt == null
                && one.enrolledAt.plus(WITHIN).isAfter(clock.instant());
    }

    /** Whether it is one of theirs of a kind that is being set up. */
    boolean settingUp(UUID person, UUID factor, String kind) {
        return enrolments.of(person, kind).stream()
                .anyMatch(one -> one.id.equals(factor) && waits(one));
    }

    /**
     * Locks one of theirs that is being set up.
     *
     * @throws Problem 404 if it is none of theirs, or nothing is being set up
     */
    Enrolment mustWait(UUID person, UUID factor) {
        return enrolments
                .lock(factor)
                .filter(one -> one.personId.equals(person) && waits(one))
                .orElseThrow(() -> Problem.unknown("thing that is being set up"));
    }
}
