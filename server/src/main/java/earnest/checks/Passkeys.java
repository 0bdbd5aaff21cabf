package earnest.checks;

import earnest.ground.Problem;
import earnest.ground.Reading;
import earnest.webauthn.WebAuthn;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
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
    private final EnrolmentRepository enrolments;
    private final Clock clock;
    private final SetUps setUps;

    Passkeys(EnrolmentRepository enrolments, SetUps setUps, Clock clock) {
        this.enrolments = enrolments;
        this.setUps = setUps;
        this.clock = clock;
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
        return setUps.begin(
                person, ticket, Enrolment.PASSKEY, Enrolment.PASSKEY, "passkeys", one -> {});
    }

    /** Whether it is a passkey of theirs that is being set up. */
    public boolean settingUp(UUID person, UUID passkey) {
        return setUps.settingUp(person, passkey, Enrolment.PASSKEY);
    }

    /**
     * Keeps what a browser made; from then on it counts.
     *
     * @param count of its signatures, or 0 where it does not count
     * @throws Problem 404 if it is none of theirs, or nothing is being set up
     */
    public void finish(UUID person, UUID passkey, byte[] credential, long count) {
        Enrolment one = setUps.mustWait(person, passkey);
        one.credential = credential;
        one.lastUsedStep = count;
        one.confirmedAt = clock.instant();
    }

    /** Locks one that counts, with what is kept of it. */
    public Optional<WebAuthn.Kept> lock(UUID passkey) {
        return enrolments
                .lock(passkey)
                .filter(one -> one.kind.equals(Enrolment.PASSKEY) && one.inForce())
                .map(
                        one ->
                                new WebAuthn.Kept(
                                        one.id,
                                        Objects.requireNonNull(one.credential),
                                        one.lastUsedStep));
    }

    /** It signed once more. */
    public void used(UUID passkey, long count) {
        enrolments.lock(passkey).orElseThrow().lastUsedStep = count;
    }
}
