package earnest.checks.methods.stafffact;

import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.ground.Problem;
import earnest.people.FactKind;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/** The caller tells a fact of theirs; Earnest compares it, and shows nobody the answer. */
@Component
class StaffFact implements ProofMethod {
    private static final String ID = "staff-fact";

    /** Which fact is asked for. */
    record Asked(String fact) {}

    private final People people;

    StaffFact(People people) {
        this.people = people;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public String title() {
        return "A fact about them";
    }

    /** Facts about oneself are not to stand in a chat. */
    @Override
    public boolean aloud() {
        return true;
    }

    /** Drawn at random, and none a second time: one offer stands for all. */
    @Override
    public List<Possible> offers(Known known) {
        Set<String> asked =
                known.checks().stream().map(check -> kind(check).id()).collect(Collectors.toSet());
        return people.facts(known.person()).stream()
                .map(People.Fact::kind)
                .filter(kind -> !asked.contains(kind.id()))
                .map(
                        kind ->
                                new Possible(
                                        "fact:" + kind.id(),
                                        ID,
                                        "memory:" + kind.id(),
                                        null,
                                        "Staff fact",
                                        "drawn at random",
                                        null,
                                        new Asked(kind.id())))
                .toList();
    }

    @Override
    public String missing(Known known) {
        return known.checks().isEmpty()
                ? "No fact about them is on record."
                : "All facts about them were asked.";
    }

    private static FactKind kind(Check check) {
        return FactKind.of(check.detail(Asked.class).orElseThrow().fact());
    }

    @Override
    public String begin(Check check) {
        return "asked for " + kind(check).words();
    }

    /** One try: a second guess would be a guess. */
    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.Typed(var typed))) {
            throw Problem.invalid("A fact is typed as it is heard.");
        }
        FactKind kind = kind(check);
        boolean right =
                typed.open(
                        heard ->
                                people.compareFact(
                                        check.person(),
                                        kind,
                                        new String(Objects.requireNonNull(heard))));
        return right
                ? new Result.Ends(
                        CheckState.PASSED,
                        "as {person}, gave " + kind.words() + " as it is on record",
                        Result.By.CALLER)
                : new Result.Ends(
                        CheckState.FAILED,
                        "as {person}, gave " + kind.words() + " otherwise than on record",
                        Result.By.CALLER);
    }

    /** Else one would be asked and dropped until the one comes that the caller knows. */
    @Override
    public Result.Ends letGo(Check check) {
        return new Result.Ends(
                CheckState.FAILED,
                "as {person}, did not give " + kind(check).words(),
                Result.By.ANALYST);
    }

    @Override
    public String label(Check check) {
        return "Ask for " + kind(check).words();
    }

    @Override
    public Form form(Check check) {
        return new Form.Text("What they say, as you hear it", null);
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        String words = kind(check).words();
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "from memory, %d at most".formatted(mostFromMemory);
                    case FAILED -> "wrong";
                    default -> null;
                };
        return new Explained(
                (check.state() == CheckState.PASSED ? "Gave " : "Asked for ") + words, note);
    }
}
