package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.Result;
import earnest.core.codes.OwnAnswer;
import earnest.core.codes.SentWord;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.KeyFiles;

import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * Two words by which somebody says that they are being forced, so that whoever stands beside them
 * does not notice. They are made again whenever they are needed, and never stored. Thread-safe.
 */
@Service
public class QuietWords {
    static final String KIND = "quiet-words";

    /** For the desk, which acts as if nothing was; whoever is there sees nothing of it. */
    static final String WARNING = "Says by quiet words that they are being forced: stay calm";

    /** What it comes to: a 'no' that stops everything of theirs. */
    static final Result.Ends SAID =
            new Result.Ends(
                    CheckState.DENIED,
                    "as {person}, said by their quiet words that they are being forced",
                    Result.By.CALLER);

    private static final int WORDS = 2;

    private final EnrolmentRepository enrolments;
    private final byte[] key;
    private final Clock clock;
    private final Ids ids;

    QuietWords(EnrolmentRepository enrolments, KeyFiles keys, Clock clock, Ids ids) {
        this.enrolments = enrolments;
        this.key = keys.key("codes");
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * What was given to somebody.
     *
     * @param words whoever shows them wipes them
     */
    public record Given(UUID id, Secret words) {}

    /** Gives fresh ones, in the present transaction; those before mean nothing any more. */
    public Given give(UUID person, UUID ticket) {
        Instant now = clock.instant();
        enrolments.of(person, KIND).forEach(former -> former.remove(now));
        Enrolment one = new Enrolment(ids.next(), person, KIND, KIND, null, now);
        one.confirmedAt = now;
        one.ticketId = ticket;
        enrolments.add(one);
        return new Given(one.id, SentWord.several(key, one.id, WORDS));
    }

    /** Those that somebody has. */
    public record OfPerson(UUID id, Instant since) {}

    /** Those of a person, if they have any. */
    public Optional<OfPerson> of(UUID person) {
        return enrolments.of(person, KIND).stream()
                .filter(Enrolment::inForce)
                .findFirst()
                .map(one -> new OfPerson(one.id, one.enrolledAt));
    }

    /** Whether it is words that were said, and no code. */
    static boolean hasLetters(Secret said) {
        return said.open(
                characters -> new String(characters).chars().anyMatch(Character::isLetter));
    }

    /** Whether somebody's quiet words are in what they said, however it was spelt. */
    public boolean areIn(UUID person, Secret said) {
        Optional<OfPerson> theirs = of(person);
        if (theirs.isEmpty()) {
            return false;
        }
        try (Secret words = SentWord.several(key, theirs.get().id(), WORDS);
                Secret compared = OwnAnswer.compared(words);
                Secret heard = OwnAnswer.compared(said)) {
            return compared.open(
                    quiet -> heard.open(all -> new String(all).contains(new String(quiet))));
        }
    }
}
