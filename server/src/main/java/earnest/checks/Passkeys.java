package earnest.checks;

import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Reading;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/**
 * Passkeys of people: only the public half is here, in the form of attested credential data
 * (WebAuthn, section 6.5.2). All of it is done in the present transaction.
 */
@Service
public class Passkeys {
    private static final Duration SET_UP_WITHIN = Duration.ofMinutes(30);
    private static final int MOST = 5;

    private final EnrolmentRepository enrolments;
    private final Clock clock;
    private final Ids ids;

    Passkeys(EnrolmentRepository enrolments, Clock clock, Ids ids) {
        this.enrolments = enrolments;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * A passkey that somebody has.
     *
     * @param since when it is known, or null where its source is trusted
     */
    public record OfPerson(UUID id, String name, Instant enrolledAt, @Nullable Instant since) {}

    /** The passkeys of a person, the one that they have longest first. */
    public List<OfPerson> of(UUID person) {
        return Reading.once(() -> read(person), "passkeys", person);
    }

    private List<OfPerson> read(UUID person) {
        return enrolments.of(person, Enrolment.PASSKEY).stream()
                .filter(Enrolment::inForce)
                .map(one -> new OfPerson(one.id, one.name, one.enrolledAt, one.since()))
                .toList();
    }

    /**
     * Begins to set one up; what of theirs was begun before and not finished is gone.
     *
     * @return its id
     * @throws Problem 409 if they have as many as they may have
     */
    public UUID begin(UUID person, UUID ticket) {
        List<Enrolment> theirs = enrolments.of(person, Enrolment.PASSKEY);
        Instant now = clock.instant();
        theirs.stream().filter(one -> !one.inForce()).forEach(one -> one.remove(now));
        long inForce = theirs.stream().filter(Enrolment::inForce).count();
        if (inForce >= MOST) {
            throw new Problem(
                    409,
                    "enough-of-these",
                    "You have %d passkeys. Take one away before you add another."
                            .formatted(inForce));
        }
        Enrolment one =
                new Enrolment(
                        ids.next(),
                        person,
                        Enrolment.PASSKEY,
                        inForce == 0 ? Enrolment.PASSKEY : Enrolment.PASSKEY + " " + (inForce + 1),
                        null,
                        now);
        one.ticketId = ticket;
        enrolments.add(one);
        return one.id;
    }

    /** Whether it is a passkey of theirs that is being set up. */
    public boolean settingUp(UUID person, UUID passkey) {
        return enrolments.of(person, Enrolment.PASSKEY).stream()
                .anyMatch(one -> one.id.equals(passkey) && waits(one));
    }

    private boolean waits(Enrolment one) {
        return one.confirmedAt == null
                && one.removedAt == null
                && one.enrolledAt.plus(SET_UP_WITHIN).isAfter(clock.instant());
    }

    /**
     * Keeps what a browser made; from then on it counts.
     *
     * @param count of its signatures, or 0 where it does not count
     * @throws Problem 404 if it is none of theirs, or nothing is being set up
     */
    public void finish(UUID person, UUID passkey, byte[] credential, long count) {
        Enrolment one =
                enrolments
                        .lock(passkey)
                        .filter(found -> found.personId.equals(person) && waits(found))
                        .orElseThrow(() -> Problem.unknown("thing that is being set up"));
        one.credential = credential;
        one.lastUsedStep = count;
        one.confirmedAt = clock.instant();
    }

    /**
     * What is kept of one.
     *
     * @param count of its signatures so far, or 0 where it does not count
     */
    public record Kept(UUID id, byte[] credential, long count) {}

    /** Locks one that counts, with what is kept of it. */
    public Optional<Kept> lock(UUID passkey) {
        return enrolments
                .lock(passkey)
                .filter(one -> one.kind.equals(Enrolment.PASSKEY) && one.inForce())
                .map(
                        one ->
                                new Kept(
                                        one.id,
                                        Objects.requireNonNull(one.credential),
                                        one.lastUsedStep));
    }

    /** It signed once more. */
    public void used(UUID passkey, long count) {
        enrolments.lock(passkey).orElseThrow().lastUsedStep = count;
    }
}
