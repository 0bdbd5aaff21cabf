package earnest.checks.methods.question;

import earnest.checks.Holdings;
import earnest.checks.Questions;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Enrolling;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.ground.Problem;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * The caller answers two of the questions that they set, drawn at random. Whether they are right is
 * said after the second only, so that nobody learns which one was not.
 */
@Component
class QuestionsAsked implements ProofMethod {
    static final String ID = "question";
    private static final String LABEL = "Own questions";

    /**
     * What is asked.
     *
     * @param drawn empty until it begins
     * @param said how many were answered
     * @param right whether all of these were right
     */
    record Asked(UUID set, List<Questions.Drawn> drawn, int said, boolean right) {}

    private final Questions questions;
    private final OwnQuestions own;

    QuestionsAsked(Questions questions, OwnQuestions own) {
        this.questions = questions;
        this.own = own;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public String title() {
        return LABEL;
    }

    /** What is in somebody's memory is not to stand in a chat. */
    @Override
    public boolean aloud() {
        return true;
    }

    @Override
    public boolean countsFor(String action) {
        return questions.countFor().contains(action);
    }

    /** Once on a ticket: else they would be asked until two came that the caller knows. */
    @Override
    public List<Possible> offers(Known known) {
        if (!known.checks().isEmpty()) {
            return List.of();
        }
        return questions
                .of(known.person())
                .filter(set -> !set.atLimit() && !known.recent(set.since()))
                .map(
                        set ->
                                new Possible(
                                        ID,
                                        ID,
                                        "memory:own-questions",
                                        set.since(),
                                        LABEL,
                                        "two that they set, drawn at random",
                                        null,
                                        new Asked(set.id(), List.of(), 0, true)))
                .stream()
                .toList();
    }

    @Override
    public List<String> prospects(Holdings of) {
        return of.enrolled().contains("questions") ? List.of("memory:own-questions") : List.of();
    }

    @Override
    public String missing(Known known) {
        return known.checks().isEmpty()
                ? known.missing(
                        questions.of(known.person()).map(set -> set.setAt()).stream().toList())
                : "They are asked once on a ticket, and were.";
    }

    private static Asked asked(Check check) {
        return check.detail(Asked.class).orElseThrow();
    }

    @Override
    public String begin(Check check) {
        UUID set = asked(check).set();
        check.keep(new Asked(set, questions.draw(set), 0, true));
        return "asked two of the questions that they set";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.Typed(var typed))) {
            throw Problem.invalid("An answer is typed as it is heard.");
        }
        Asked asked = asked(check);
        Questions.Drawn now = asked.drawn().get(asked.said());
        boolean right = questions.right(asked.set(), now.question(), typed) && asked.right();
        Asked next = new Asked(asked.set(), asked.drawn(), asked.said() + 1, right);
        check.keep(next);
        if (next.said() < next.drawn().size()) {
            return new Result.GoesOn("as {person}, answered the first question", Result.By.CALLER);
        }
        questions.ended(asked.set(), right);
        return right
                ? new Result.Ends(
                        CheckState.PASSED,
                        "as {person}, answered both questions as they had set",
                        Result.By.CALLER)
                : new Result.Ends(
                        CheckState.FAILED,
                        "as {person}, did not answer both questions as they had set",
                        Result.By.CALLER);
    }

    /** Else one would be asked and dropped until two come that the caller knows. */
    @Override
    public Result.Ends letGo(Check check) {
        questions.ended(asked(check).set(), false);
        return new Result.Ends(
                CheckState.FAILED, "as {person}, did not answer both questions", Result.By.ANALYST);
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Form form(Check check) {
        Asked asked = asked(check);
        int at = Math.min(asked.said(), asked.drawn().size() - 1);
        return new Form.Text(
                "What they say, as you hear it",
                "Question %d of %d. Ask: %s"
                        .formatted(at + 1, asked.drawn().size(), asked.drawn().get(at).words()));
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "from memory, %d at most".formatted(mostFromMemory);
                    case FAILED -> "not both right";
                    default -> null;
                };
        return new Explained(LABEL, note);
    }

    @Override
    public List<String> devices(UUID person) {
        return List.of();
    }

    @Override
    public Optional<Enrolling> enrolling() {
        return Optional.of(own);
    }
}
