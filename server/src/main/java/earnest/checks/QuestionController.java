package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.assurance.Rule;
import earnest.ground.ApiCall;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Clock;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;

/** The catalogue of questions that people may set answers to, and what these count for. */
@RestController
class QuestionController {
    private static final int MOST = 100;

    /**
     * The catalogue.
     *
     * @param countFor actions for which right answers count, as rules name them
     * @param actions that the rules name
     */
    @Schema(name = "QuestionCatalogue")
    record Catalogue(List<One> questions, Set<String> countFor, Set<String> actions) {}

    /**
     * A question.
     *
     * @param people how many have set an answer to it
     */
    @Schema(name = "Question")
    record One(UUID id, String words, int people) {}

    @Schema(name = "QuestionToAdd")
    record ToAdd(@NotBlank @Size(max = 160) String words) {}

    @Schema(name = "QuestionAdded")
    record Added(UUID id) {}

    @Schema(name = "QuestionsCountFor")
    record CountFor(@NotNull @Size(max = 40) Set<@NotBlank @Size(max = 40) String> actions) {}

    private final Questions questions;
    private final QuestionRows rows;
    private final Rulebooks rulebooks;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    QuestionController(
            Questions questions,
            QuestionRows rows,
            Rulebooks rulebooks,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.questions = questions;
        this.rows = rows;
        this.rulebooks = rulebooks;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    @ApiCall(
            id = "questions",
            summary =
                    "Gives the questions that people may set answers to, and what these count for.")
    @GetMapping("/api/questions")
    Catalogue catalogue(SignedIn me) {
        me.must(Right.SET_UP);
        return new Catalogue(
                questions.catalogue().stream()
                        .map(one -> new One(one.id(), one.words(), one.people()))
                        .toList(),
                questions.countFor(),
                actions());
    }

    private Set<String> actions() {
        return rulebooks.inForce().rules().rules().stream()
                .map(Rule::action)
                .filter(action -> !action.equals(Rule.ANY))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    @ApiCall(
            id = "addQuestion",
            summary = "Adds a question that people may set an answer to.",
            refuses = {"409 asked-already", "409 too-many-questions"},
            example = "{\"words\": \"Which bird did you see first?\"}")
    @PostMapping("/api/questions")
    Added add(SignedIn me, @Valid @RequestBody ToAdd wanted) {
        me.must(Right.SET_UP);
        String words = wanted.words().strip();
        return writes.get(
                () -> {
                    List<Questions.Question> there = questions.catalogue();
                    if (there.stream().anyMatch(one -> one.words().equalsIgnoreCase(words))) {
                        throw new Problem(
                                409, "asked-already", "That question is in the catalogue already.");
                    }
                    if (there.size() >= MOST) {
                        throw new Problem(
                                409,
                                "too-many-questions",
                                "There are %d questions. Retire one before you add another."
                                        .formatted(MOST));
                    }
                    UUID id = ids.next();
                    rows.add(id, words, clock.instant());
                    record.append(
                            Entry.by(EntryKind.QUESTION_ADDED, me.id(), me.name())
                                    .data("question", id.toString())
                                    .data("what", words));
                    return new Added(id);
                });
    }

    @ApiCall(
            id = "retireQuestion",
            summary =
                    "Retires a question: nobody sets it any more. Answers that are set still"
                            + " count.")
    @DeleteMapping("/api/questions/{question}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void retire(SignedIn me, @PathVariable UUID question) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    String words =
                            questions.catalogue().stream()
                                    .filter(one -> one.id().equals(question))
                                    .map(Questions.Question::words)
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("question"));
                    if (rows.retire(question, clock.instant()) == 1) {
                        record.append(
                                Entry.by(EntryKind.QUESTION_RETIRED, me.id(), me.name())
                                        .data("question", question.toString())
                                        .data("what", words));
                    }
                });
    }

    @ApiCall(
            id = "questionsCountFor",
            summary = "Sets for which actions right answers count, as rules name them.",
            more =
                    "For all else it is as if they had not been asked; wrong answers always count"
                            + " against. To add an action, show first that it is you.",
            refuses = {"403 prove-again"},
            example = "{\"actions\": [\"unlock\"]}")
    @PutMapping("/api/questions/count-for")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void countFor(SignedIn me, @Valid @RequestBody CountFor wanted) {
        me.must(Right.SET_UP);
        if (!questions.countFor().containsAll(wanted.actions())) {
            me.mustBeFresh();
        }
        if (!actions().containsAll(wanted.actions())) {
            throw Problem.invalid("The rules name: %s.".formatted(String.join(", ", actions())));
        }
        writes.run(
                () -> {
                    rows.countFor(wanted.actions());
                    record.append(
                            Entry.by(EntryKind.QUESTIONS_COUNT_FOR, me.id(), me.name())
                                    .data(
                                            "what",
                                            wanted.actions().isEmpty()
                                                    ? "nothing"
                                                    : String.join(
                                                            ", ",
                                                            new TreeSet<>(wanted.actions()))));
                });
    }
}
