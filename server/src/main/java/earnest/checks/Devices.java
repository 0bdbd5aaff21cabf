package earnest.checks;

import earnest.core.codes.Guard;
import earnest.core.codes.SentCode;
import earnest.core.devices.DeviceStatement;
import earnest.core.passwords.Secret;
import earnest.ground.KeyFiles;
import earnest.ground.KeyedMarks;
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
 * Devices that answer for their person, each with a key pair of its own: only the public half is
 * here. What they sign counts up, so that nothing that was signed is good twice. All of it is done
 * in the present transaction.
 */
@Service
public class Devices {
    /** So many digits show on a device that was set up, for its person to type. */
    public static final int DIGITS = 6;

    private static final Guard.Limit LIMIT = new Guard.Limit(5, Duration.ofMinutes(30));
    private static final String PURPOSE = "device setup";
    private static final int FIRST = 1;

    /** Until it says how it is called. */
    private static final String NAME = "phone";

    private final EnrolmentRepository enrolments;
    private final KeyedMarks marks;
    private final byte[] codes;
    private final Clock clock;
    private final SetUps setUps;

    Devices(
            EnrolmentRepository enrolments,
            KeyedMarks marks,
            KeyFiles keys,
            Clock clock,
            SetUps setUps) {
        this.enrolments = enrolments;
        this.marks = marks;
        this.codes = keys.key("codes");
        this.clock = clock;
        this.setUps = setUps;
    }

    /**
     * A device that somebody has.
     *
     * @param name by which its person tells it from others of theirs
     * @param since when it is known, or null where its source is trusted
     */
    public record OfPerson(UUID id, String name, Instant enrolledAt, @Nullable Instant since) {}

    /** The devices of a person, the one that they have longest first. */
    public List<OfPerson> of(UUID person) {
        return Reading.once(() -> read(person), "devices", person);
    }

    private List<OfPerson> read(UUID person) {
        return enrolments.of(person, Enrolment.DEVICE).stream()
                .filter(Enrolment::inForce)
                .map(one -> new OfPerson(one.id, one.name, one.enrolledAt, one.since()))
                .toList();
    }

    /** Brings in a device from a source that is trusted, with the public half of its key. */
    public void bringIn(UUID id, UUID person, byte[] key) {
        add(id, person, key, true);
    }

    /**
     * Gives somebody a device that an organisation handed out: it is new, as if they had set it up
     * today.
     *
     * @return false: there is one of that id already
     */
    boolean handOut(UUID id, UUID person, byte[] key) {
        if (enrolments.findById(id).isPresent()) {
            return false;
        }
        add(id, person, key, false);
        return true;
    }

    private void add(UUID id, UUID person, byte[] key, boolean trusted) {
        Enrolment one = new Enrolment(id, person, Enrolment.DEVICE, NAME, null, clock.instant());
        one.publicKey = key;
        one.confirmedAt = one.enrolledAt;
        one.trusted = trusted;
        enrolments.add(one);
    }

    /**
     * Begins to set one up; what of theirs was begun before and not confirmed is gone.
     *
     * @param setup the code that the device shows that it was given
     * @return its id
     * @throws Problem 409 if they have as many as they may have
     */
    public UUID begin(UUID person, UUID ticket, Secret setup) {
        String mark = setup.open(code -> marks.of(PURPOSE, new String(code)));
        return setUps.begin(
                person, ticket, Enrolment.DEVICE, NAME, "devices", one -> one.setupMark = mark);
    }

    /**
     * A device that gave its key.
     *
     * @param code for its person to type; the caller wipes it
     */
    public record Registered(UUID device, Secret code) {}

    /**
     * Takes the key of a device that is being set up, once.
     *
     * @param name that it gives itself
     * @param key 32 bytes
     * @throws Problem 404 if nothing is set up by that code, or a device took it already
     */
    public Registered register(String setup, String name, byte[] key) {
        Instant now = clock.instant();
        Enrolment one =
                enrolments
                        .bySetup(marks.of(PURPOSE, setup))
                        .filter(setUps::waits)
                        .orElseThrow(() -> Problem.unknown("device that is set up by that code"));
        one.publicKey = key;
        one.name = name;
        one.setupMark = null;
        one.enrolledAt = now;
        return new Registered(one.id, SentCode.of(codes, one.id, FIRST));
    }

    /** Whether it is a device of theirs that waits for the code that it shows. */
    public boolean settingUp(UUID person, UUID device) {
        return setUps.settingUp(person, device, Enrolment.DEVICE);
    }

    /**
     * Takes the code that a device shows.
     *
     * @return whether it is right; then the device counts from now on
     * @throws Problem 404 if it is none of theirs, or nothing is being set up
     */
    public boolean confirm(UUID person, UUID device, Secret typed) {
        Instant now = clock.instant();
        Enrolment one = setUps.mustWait(person, device);
        if (one.guard().atLimit(LIMIT, now)) {
            return false;
        }
        boolean right = false;
        if (one.publicKey != null) {
            try (Secret code = SentCode.of(codes, one.id, FIRST)) {
                right = code.sameAs(typed);
            }
        }
        one.keep(right ? one.guard().forgiven() : one.guard().counted(LIMIT, now));
        if (right) {
            one.confirmedAt = now;
        }
        return right;
    }

    /** Whose device it is, if it counts. */
    public Optional<UUID> owner(UUID device) {
        return enrolments
                .findById(device)
                .filter(one -> one.kind.equals(Enrolment.DEVICE) && one.inForce())
                .map(one -> one.personId);
    }

    /**
     * Whose device it is, if it counts and signed a statement whose count is above all before; then
     * the count is used up.
     */
    public Optional<UUID> signedBy(
            UUID device, long count, DeviceStatement statement, String signature) {
        return enrolments
                .lock(device)
                .filter(one -> one.kind.equals(Enrolment.DEVICE) && one.inForce())
                .filter(one -> count > one.lastUsedStep)
                .filter(one -> statement.isSigned(Objects.requireNonNull(one.publicKey), signature))
                .map(
                        one -> {
                            one.lastUsedStep = count;
                            return one.personId;
                        });
    }
}
