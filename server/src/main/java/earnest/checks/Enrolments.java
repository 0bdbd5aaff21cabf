package earnest.checks;

import earnest.core.codes.Guard;
import earnest.core.codes.Totp;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Reading;
import earnest.ground.Writes;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Authenticators, with a limit of wrong tries of their own across tickets. */
@Service
public class Enrolments {
    private static final Guard.Limit LIMIT = new Guard.Limit(10, Duration.ofMinutes(30));

    private final EnrolmentRepository enrolments;
    private final WrappedSecrets secrets;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    Enrolments(
            EnrolmentRepository enrolments,
            WrappedSecrets secrets,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.enrolments = enrolments;
        this.secrets = secrets;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /** Enrols authenticators of people who have none; returns how many were new. */
    public int enrol(Map<UUID, byte[]> keys) {
        return writes.get(
                () -> {
                    Set<UUID> before = enrolments.enrolled();
                    Instant now = clock.instant();
                    int enrolled = 0;
                    for (Map.Entry<UUID, byte[]> key : keys.entrySet()) {
                        if (!before.contains(key.getKey())) {
                            UUID id = ids.next();
                            WrappedSecrets.Wrapped wrapped = secrets.wrapKey(id, key.getValue());
                            enrolments.add(
                                    new Enrolment(
                                            id,
                                            key.getKey(),
                                            Enrolment.AUTHENTICATOR,
                                            wrapped,
                                            now));
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
     * @param atLimit whether too many wrong codes came for it lately
     */
    public record Device(UUID id, String name, boolean atLimit) {}

    /** The authenticators of a person, the one that they have longest first. */
    public List<Device> authenticators(UUID person) {
        return Reading.once(() -> readAuthenticators(person), "authenticators", person);
    }

    private List<Device> readAuthenticators(UUID person) {
        return enrolments
                .findByPersonIdAndKindOrderByEnrolledAtAscIdAsc(person, Enrolment.AUTHENTICATOR)
                .stream()
                .map(e -> new Device(e.id, e.name, e.guard().atLimit(LIMIT, clock.instant())))
                .toList();
    }

    /** Tries a code of a device, in the present transaction; a wrong one is counted. */
    public boolean accept(UUID device, Secret code) {
        Enrolment enrolment = enrolments.lock(device).orElseThrow();
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
