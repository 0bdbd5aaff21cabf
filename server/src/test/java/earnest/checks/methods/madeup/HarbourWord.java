package earnest.checks.methods.madeup;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.testkit.OwnPage;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** The caller says the word of the harbour, which everybody there knows and nobody elsewhere. */
@Component
public class HarbourWord implements ProofMethod {
    /** The right one. */
    public static final String WORD = "heron";

    record Asked(String gate) {}

    /** Somebody on a page of their own says it at the next gate. */
    public static void said(OwnPage page) {
        page.begin(page.way("harbour-word")).ok();
        assertThat(page.type(WORD).ok().get("right").asBoolean()).isTrue();
    }

    /** At both gates, which is enough. */
    public static void proves(OwnPage page) {
        said(page);
        said(page);
    }

    @Override
    public String id() {
        return "harbour-word";
    }

    @Override
    public int tries() {
        return 2;
    }

    /** Two gates, so that a caller can come on two paths. */
    @Override
    public List<Possible> offers(Known known) {
        return Stream.of("north", "south").map(HarbourWord::at).toList();
    }

    @Override
    public String missing(Known known) {
        return "Nobody told them the word.";
    }

    private static Possible at(String gate) {
        return new Possible(
                "harbour-word." + gate,
                "harbour-word." + gate,
                "place:" + gate + " gate",
                null,
                "Word of the harbour",
                "at the " + gate + " gate",
                null,
                new Asked(gate));
    }

    @Override
    public String begin(Check check) {
        return "asked for the word of the harbour";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.Typed(Secret said))) {
            throw Problem.invalid("The word is typed as it is heard.");
        }
        String gate = check.detail(Asked.class).orElseThrow().gate();
        try (Secret word = Secret.of(WORD)) {
            return word.sameAs(said)
                    ? new Result.Ends(
                            CheckState.PASSED,
                            "as {person}, said the word of the " + gate + " gate",
                            Result.By.CALLER)
                    : new Result.Wrong(
                            "as {person}, said a wrong word",
                            "as {person}, said a wrong word for the last time",
                            Result.By.CALLER);
        }
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself("Word of the harbour", "said at a gate", 5, "Type the word.", 100));
    }

    @Override
    public String label(Check check) {
        return "Word of the harbour";
    }

    @Override
    public Form form(Check check) {
        return new Form.Text("The word of the day", null);
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        return new Explained("Word of the harbour", "said at the gate");
    }
}
