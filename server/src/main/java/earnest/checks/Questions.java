package earnest.checks;

import earnest.core.codes.Guard;
import earnest.core.codes.OwnAnswer;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Reading;
import earnest.ground.SlowHashes;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Questions from the steward's catalogue that people set answers to. Of an answer only a slow hash
 * is kept, of the form in which answers are compared. Wrong ones are limited for a person, across
 * tickets.
 */
@Service
public class Questions {
    static final String KIND = "questions";
    private static final Guard.Limit LIMIT = new Guard.Limit(4, Duration.ofHours(24));

    private final QuestionRows rows;
    private final EnrolmentRepository enrolments;
    private final SetUps setUps;
    private final SlowHashes hashes;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    Questions(
            QuestionRows rows,
            EnrolmentRepository enrolments,
            SetUps setUps,
            SlowHashes hashes,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.enrolments = enrolments;
        this.setUps = setUps;
        this.hashes = hashes;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * One of the catalogue.
     *
     * @param people how many have an answer to it
     */
    public record Question(UUID id, String words, int people) {}

    /** Those that can be set. */
    public List<Question> catalogue() {
        return rows.catalogue();
    }

    /** For which actions right answers count. */
    public Set<String> countFor() {
        return Reading.once(rows::countFor, "questions-count-for");
    }

    /** The answers that somebody set. */
    public record OfPerson(
            UUID id, Instant setAt, @Nullable Instant since, int answers, boolean atLimit) {}

    /** Those of a person, if they set any. */
    public Optional<OfPerson> of(UUID person) {
        return Reading.once(() -> read(person), "own-questions", person);
    }

    private Optional<OfPerson> read(UUID person) {
        return enrolments.of(person, KIND).stream()
                .filter(Enrolment::inForce)
                .findFirst()
                .map(
                        set ->
                                new OfPerson(
                                        set.id,
                                        set.enrolledAt,
                                        set.since(),
                                        rows.answered(set.id).size(),
                                        set.guard().atLimit(LIMIT, clock.instant())));
    }

    /**
     * Begins to set answers, in the present transaction.
     *
     * @throws Problem 409 if the catalogue holds too few questions
     */
    public UUID begin(UUID person, UUID ticket) {
        if (catalogue().size() < OwnAnswer.FEWEST) {
            throw new Problem(
                    409,
                    "too-few-questions",
                    "The service desk has too few questions to choose from. Ask it for more.");
        }
        enrolments.of(person, KIND).stream()
                .filter(one -> !one.inForce())
                .forEach(one -> one.remove(clock.instant()));
        Enrolment one = new Enrolment(ids.next(), person, KIND, KIND, null, clock.instant());
        one.ticketId = ticket;
        enrolments.add(one);
        return one.id;
    }

    /** Whether answers of theirs are being set. */
    public boolean settingUp(UUID person, UUID set) {
        return setUps.settingUp(person, set, KIND);
    }

    /**
     * Keeps what somebody answers, in the present transaction; what they set before is good for
     * nothing any more.
     *
     * @param answers by question
     * @param known names and words of theirs that others know
     * @throws Problem 404 if it is none of theirs, or none are being set; 422 naming the questions
     *     whose answers are not good, or if they are too few
     */
    public void set(UUID person, UUID set, Map<UUID, Secret> answers, Set<String> known) {
        Enrolment one = setUps.mustWait(person, set);
        Map<UUID, String> words =
                catalogue().stream().collect(Collectors.toMap(Question::id, Question::words));
        if (!words.keySet().containsAll(answers.keySet())) {
            throw Problem.invalid("One of the questions is not in the catalogue any more.");
        }
        if (answers.size() < OwnAnswer.FEWEST) {
            throw Problem.invalid("Answer %d questions at least.".formatted(OwnAnswer.FEWEST));
        }
        List<UUID> order = List.copyOf(answers.keySet());
        List<OwnAnswer.Given> given = new ArrayList<>();
        order.forEach(id -> given.add(new OwnAnswer.Given(words.get(id), answers.get(id))));
        Map<Integer, OwnAnswer.Fault> faults = OwnAnswer.faults(given, known);
        if (!faults.isEmpty()) {
            throw Problem.invalid(
                    faults.entrySet().stream()
                            .sorted(Map.Entry.comparingByKey())
                            .map(
                                    fault ->
                                            "“%s” %s"
                                                    .formatted(
                                                            words.get(order.get(fault.getKey())),
                                                            wrong(fault.getValue())))
                            .collect(Collectors.joining(" ")));
        }
        Map<UUID, String> kept = new HashMap<>();
        answers.forEach((question, answer) -> kept.put(question, hash(answer)));
        Instant now = clock.instant();
        enrolments.of(person, KIND).stream()
                .filter(former -> !former.id.equals(set))
                .forEach(
                        former -> {
                            former.remove(now);
                            rows.forget(former.id);
                        });
        kept.forEach((question, hash) -> rows.keep(set, question, hash));
        one.confirmedAt = now;
    }

    private static String wrong(OwnAnswer.Fault fault) {
        return switch (fault) {
            case TOO_SHORT ->
                    "needs an answer of %d letters or digits at least."
                            .formatted(OwnAnswer.SHORTEST);
            case ONE_CHARACTER -> "needs an answer of more than one character.";
            case IN_QUESTION -> "needs an answer that does not stand in the question.";
            case KNOWN -> "needs an answer without your name or account.";
            case SAME -> "needs an answer of its own, not that of another question.";
        };
    }

    private String hash(Secret answer) {
        try (Secret compared = OwnAnswer.compared(answer)) {
            return compared.open(characters -> hashes.of(new String(characters)));
        }
    }

    /** Takes them away, in the present transaction. */
    public void remove(UUID person, UUID ticket, UUID set) {
        Enrolment one =
                enrolments
                        .lock(set)
                        .filter(found -> found.personId.equals(person) && found.removedAt == null)
                        .orElseThrow(() -> Problem.unknown("proof of yours"));
        one.remove(clock.instant());
        one.ticketId = ticket;
        rows.forget(set);
    }

    /** One that is asked. */
    public record Drawn(UUID question, String words) {}

    /** Two of those that somebody answered, drawn at random. */
    public List<Drawn> draw(UUID set) {
        List<Drawn> all = new ArrayList<>();
        rows.answered(set).forEach((id, words) -> all.add(new Drawn(id, words)));
        List<Drawn> drawn = new ArrayList<>();
        for (int i = 0; i < OwnAnswer.ASKED; i++) {
            drawn.add(all.remove(random.nextInt(all.size())));
        }
        return drawn;
    }

    /** Whether an answer is right. */
    public boolean right(UUID set, UUID question, Secret said) {
        try (Secret compared = OwnAnswer.compared(said)) {
            return compared.open(
                    characters -> hashes.matches(new String(characters), rows.hash(set, question)));
        }
    }

    /** Counts how it ended, in the present transaction. */
    public void ended(UUID set, boolean right) {
        Enrolment one = enrolments.lock(set).orElseThrow();
        one.keep(right ? one.guard().forgiven() : one.guard().counted(LIMIT, clock.instant()));
    }
}
