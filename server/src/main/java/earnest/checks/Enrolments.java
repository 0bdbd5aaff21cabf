package earnest.checks;

import earnest.core.codes.Guard;
import earnest.core.codes.Totp;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Reading;
import earnest.ground.Writes;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** Authenticators, with a limit of wrong tries of their own across tickets. */
@Service
public class Enrolments implements ProofDeeds {
    private static final Guard.Limit LIMIT = new Guard.Limit(10, Duration.ofMinutes(30));

    private final EnrolmentRepository enrolments;
    private final SetUps setUps;
    private final WrappedSecrets secrets;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    Enrolments(
            EnrolmentRepository enrolments,
            SetUps setUps,
            WrappedSecrets secrets,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.enrolments = enrolments;
        this.setUps = setUps;
        this.secrets = secrets;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Gives somebody an authenticator that an organisation handed out: it is new, as if they had
     * set it up today. In the present transaction.
     *
     * @param key the caller wipes it
     */
    UUID handOut(UUID person, byte[] key) {
        return add(person, key, false);
    }

    private UUID add(UUID person, byte[] key, boolean trusted) {
        UUID id = ids.next();
        Enrolment one =
                new Enrolment(
                        id,
                        person,
                        Enrolment.AUTHENTICATOR,
                        Enrolment.AUTHENTICATOR,
                        secrets.wrapKey(id, key),
                        clock.instant());
        one.confirmedAt = one.enrolledAt;
        one.trusted = trusted;
        enrolments.add(one);
        return id;
    }

    /**
     * Enrols authenticators of people who have none, of a source that is trusted; returns how many
     * were new.
     */
    public int enrol(Map<UUID, byte[]> keys) {
        return writes.get(
                () -> {
                    Set<UUID> before = enrolments.enrolled(Enrolment.AUTHENTICATOR);
                    int enrolled = 0;
                    for (Map.Entry<UUID, byte[]> key : keys.entrySet()) {
                        if (!before.contains(key.getKey())) {
                            add(key.getKey(), key.getValue(), true);
                            enrolled++;
                        }
                    }
                    return enrolled;
                });
    }

    /** Whether anybody has an authenticator enrolled. */
    public boolean any() {
        return enrolments.count() > 0;
    }

    /**
     * A device of a person.
     *
     * @param name by which its person tells it from others of theirs
     * @param enrolledAt when it was set up or brought in
     * @param since when it is known, or null where its source is trusted
     * @param atLimit whether too many wrong codes came for it lately
     */
    public record Device(
            UUID id, String name, Instant enrolledAt, @Nullable Instant since, boolean atLimit) {}

    /** The authenticators of a person, the one that they have longest first. */
    public List<Device> authenticators(UUID person) {
        return Reading.once(() -> readAuthenticators(person), "authenticators", person);
    }

    private List<Device> readAuthenticators(UUID person) {
        return enrolments.of(person, Enrolment.AUTHENTICATOR).stream()
                .filter(Enrolment::inForce)
                .map(
                        e ->
                                new Device(
                                        e.id,
                                        e.name,
                                        e.enrolledAt,
                                        e.since(),
                                        e.guard().atLimit(LIMIT, clock.instant())))
                .toList();
    }

    /**
     * Begins to set up an authenticator, in the present transaction; what of theirs was begun
     * before and not confirmed is gone.
     *
     * @param key its own; the caller wipes it
     * @return its id
     * @throws Problem 409 if they have as many as they may have
     */
    public UUID begin(UUID person, UUID ticket, byte[] key) {
        return setUps.begin(
                person,
                ticket,
                Enrolment.AUTHENTICATOR,
                Enrolment.AUTHENTICATOR,
                "authenticators",
                one -> one.wrap(secrets.wrapKey(one.id, key)));
    }

    /** Whether it is an authenticator of theirs that waits for its first code. */
    public boolean settingUp(UUID person, UUID device) {
        return setUps.settingUp(person, device, Enrolment.AUTHENTICATOR);
    }

    /**
     * Takes the first code of one that is being set up, in the present transaction.
     *
     * @return whether it is right; then it counts from now on
     * @throws Problem 404 if it is none of theirs, or nothing is being set up
     */
    public boolean confirm(UUID person, UUID device, Secret code) {
        Enrolment one = setUps.mustWait(person, device);
        boolean right = accept(device, code);
        if (right) {
            one.confirmedAt = clock.instant();
        }
        return right;
    }

    /**
     * Takes something of a person's away, in the present transaction.
     *
     * @param ticket on which it was asked
     * @throws Problem 404 if it is none of theirs
     */
    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        Enrolment one = theirs(person, factor);
        one.remove(clock.instant());
        one.ticketId = ticket;
    }

    @Override
    public Optional<Deed> lastDeed(UUID factor) {
        return enrolments
                .findById(factor)
                .filter(one -> one.ticketId != null)
                .map(
                        one ->
                                new Deed(
                                        one.personId,
                                        Objects.requireNonNull(one.ticketId),
                                        one.name.replace('-', ' '),
                                        one.removedAt != null));
    }

    private Enrolment theirs(UUID person, UUID factor) {
        return enrolments
                .lock(factor)
                .filter(one -> one.personId.equals(person) && one.removedAt == null)
                .orElseThrow(() -> Problem.unknown("proof of yours"));
    }

    /** Tries a code of a device, in the present transaction; a wrong one is counted. */
    public boolean accept(UUID device, Secret code) {
        Enrolment enrolment = enrolments.lock(device).orElseThrow();
        if (enrolment.removedAt != null) {
            return false;
        }
        byte[] key = secrets.unwrapKey(enrolment.id, enrolment.wrapped());
        try {
            if (secrets.isOld(enrolment.wrapped())) {
                enrolment.wrap(secrets.wrapKey(enrolment.id, key));
            }
            Guard.Tried tried =
                    Totp.accept(
                            key, Totp.STANDARD, code, enrolment.guard(), LIMIT, clock.instant());
            enrolment.keep(tried.next());
            return tried instanceof Guard.Tried.Accepted;
        } finally {
            Arrays.fill(key, (byte) 0);
        }
    }
}
