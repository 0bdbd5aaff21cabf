package earnest.checks.methods;

import earnest.core.passwords.Secret;
import earnest.ground.Problem;

import java.time.Duration;

/** A code that somebody has already, and types or reads; a few tries are taken. */
public abstract class CodeTyped implements ProofMethod {
    private static final int TRIES = 3;
    private static final Duration LASTS = Duration.ofMinutes(10);

    private final String id;
    private final String right;
    private final String wrong;

    /**
     * @param right what the person did with a right one, such as {@code used up a recovery code}
     * @param wrong and with a wrong one
     */
    protected CodeTyped(String id, String right, String wrong) {
        this.id = id;
        this.right = right;
        this.wrong = wrong;
    }

    /** Whether it is right, in the present transaction; then it is used up. */
    protected abstract boolean takes(Check check, Secret typed);

    @Override
    public final String id() {
        return id;
    }

    @Override
    public final int tries() {
        return TRIES;
    }

    @Override
    public final Duration lasts() {
        return LASTS;
    }

    @Override
    public final Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.Typed(Secret typed))) {
            throw Problem.invalid("The code is typed as it is read.");
        }
        if (takes(check, typed)) {
            return new Result.Ends(
                    CheckState.PASSED,
                    "as {person}, " + right + ", " + TryWords.present(check) + " try",
                    Result.By.CALLER);
        }
        return new Result.Wrong(
                "as {person}, " + wrong + ", " + TryWords.left(check, TRIES) + " left",
                "as {person}, " + wrong + " for the last time",
                Result.By.CALLER);
    }
}
