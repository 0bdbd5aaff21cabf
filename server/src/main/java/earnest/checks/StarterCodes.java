package earnest.checks;

import earnest.core.codes.RecoveryCode;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.KeyedMarks;
import earnest.ground.Problem;

import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * Codes by which somebody who starts sets up what proves them before their first day: one each,
 * good once, for a week, and only while they never had anything set up.
 */
@Service
public class StarterCodes {
    static final Duration LASTS = Duration.ofDays(7);
    private static final String PURPOSE = "starter code";

    private final StarterCodeRows rows;
    private final EnrolmentRepository enrolments;
    private final KeyedMarks marks;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    StarterCodes(
            StarterCodeRows rows,
            EnrolmentRepository enrolments,
            KeyedMarks marks,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.enrolments = enrolments;
        this.marks = marks;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * A fresh one, in the present transaction; one that they had is good for nothing any more.
     *
     * @param code whoever shows it wipes it
     */
    record Made(UUID id, Secret code, Instant until) {}

    /**
     * @throws Problem 409 if they have, or had, anything set up
     */
    Made make(UUID person, UUID by) {
        if (rows.everEnrolled(person)) {
            throw new Problem(
                    409,
                    "not-a-starter",
                    "They have set something up before. Who lost what they had proves themselves at"
                            + " the desk.");
        }
        rows.end(person);
        Secret code = RecoveryCode.draw(random);
        UUID id = ids.next();
        Instant now = clock.instant();
        rows.add(id, person, mark(code), by, now, now.plus(LASTS));
        return new Made(id, code, now.plus(LASTS));
    }

    private String mark(Secret code) {
        return code.open(digits -> marks.of(PURPOSE, new String(digits)));
    }

    /** The one that somebody may use now. */
    public Optional<UUID> of(UUID person) {
        return enrolments.isKnownToCount(person)
                ? Optional.empty()
                : rows.open(person, clock.instant());
    }

    /** Uses it up, in the present transaction; a wrong one is counted. */
    public boolean use(UUID id, Secret typed) {
        if (rows.use(id, mark(typed), clock.instant()) == 1) {
            return true;
        }
        rows.wrong(id);
        return false;
    }
}
