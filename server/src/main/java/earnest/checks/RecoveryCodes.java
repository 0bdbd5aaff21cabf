package earnest.checks;

import earnest.core.codes.Guard;
import earnest.core.codes.RecoveryCode;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.KeyedMarks;
import earnest.ground.Reading;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Recovery codes of people, a set at a time, each code good once. Only keyed marks are kept. Wrong
 * tries are limited for a set, across tickets.
 */
@Service
public class RecoveryCodes {
    private static final Guard.Limit LIMIT = new Guard.Limit(10, Duration.ofMinutes(30));
    private static final String PURPOSE = "recovery code";

    private final EnrolmentRepository enrolments;
    private final KeyedMarks marks;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    RecoveryCodes(
            EnrolmentRepository enrolments,
            KeyedMarks marks,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.enrolments = enrolments;
        this.marks = marks;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * A set that somebody has.
     *
     * @param since when it is known, or null where its source is trusted
     * @param left codes that were not used
     * @param atLimit whether too many wrong codes came for it lately
     */
    public record OfPerson(
            UUID id, Instant givenAt, @Nullable Instant since, int left, boolean atLimit) {}

    /** The set of a person, if they have one. */
    public Optional<OfPerson> of(UUID person) {
        return Reading.once(() -> read(person), "recovery-codes", person);
    }

    private Optional<OfPerson> read(UUID person) {
        return enrolments.of(person, Enrolment.RECOVERY_CODES).stream()
                .filter(Enrolment::inForce)
                .findFirst()
                .map(
                        set ->
                                new OfPerson(
                                        set.id,
                                        set.enrolledAt,
                                        set.since(),
                                        enrolments.unused(set.id),
                                        set.guard().atLimit(LIMIT, clock.instant())));
    }

    /**
     * A fresh set, in the present transaction; the one before is good for nothing any more.
     *
     * @param kept by its id
     * @param codes the caller wipes them
     */
    public record Given(UUID kept, List<Secret> codes) {}

    /** Gives one. */
    public Given give(UUID person, UUID ticket) {
        Instant now = clock.instant();
        enrolments.of(person, Enrolment.RECOVERY_CODES).forEach(former -> former.remove(now));
        Enrolment set =
                new Enrolment(
                        ids.next(),
                        person,
                        Enrolment.RECOVERY_CODES,
                        Enrolment.RECOVERY_CODES,
                        null,
                        now);
        set.confirmedAt = now;
        set.ticketId = ticket;
        enrolments.add(set);
        List<Secret> codes = new ArrayList<>();
        for (int i = 0; i < RecoveryCode.OF_A_SET; i++) {
            Secret code = RecoveryCode.draw(random);
            codes.add(code);
            enrolments.keepCode(set.id, mark(code));
        }
        return new Given(set.id, codes);
    }

    private String mark(Secret code) {
        return code.open(digits -> marks.of(PURPOSE, new String(digits)));
    }

    /** Uses a code up, in the present transaction; a wrong or used one is counted. */
    public boolean use(UUID set, Secret typed) {
        Enrolment enrolment = enrolments.lock(set).orElseThrow();
        Instant now = clock.instant();
        if (!enrolment.inForce() || enrolment.guard().atLimit(LIMIT, now)) {
            return false;
        }
        boolean right = enrolments.useCode(set, mark(typed), now) == 1;
        enrolment.keep(
                right ? enrolment.guard().forgiven() : enrolment.guard().counted(LIMIT, now));
        return right;
    }
}
