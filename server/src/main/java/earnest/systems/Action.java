package earnest.systems;

import earnest.connectors.Operation;
import earnest.ground.Problem;
import earnest.ground.WordConverter;
import earnest.ground.Worded;

import jakarta.persistence.Converter;

import java.util.List;

/** What can be done to an account. */
public enum Action implements Worded {
    UNLOCK(Operation.UNLOCK, "Unlock", "unlock", "is unlocked", 'U'),
    TEMPORARY_PASSWORD(
            Operation.SET_TEMPORARY,
            "Temporary password",
            "give a temporary password to",
            "has a temporary password that must be changed at first sign-in",
            'T'),
    /** What somebody does for themselves, once they proved enough. */
    OWN_PASSWORD(
            Operation.SET_OWN,
            "Own password",
            "set the password that its person chose for",
            "has a password that its person chose",
            ' '),
    /** What Earnest does by itself when a temporary password ran out unused. */
    EXPIRY(
            Operation.REPLACE_UNUSED,
            "Temporary password out of force",
            "take the password out of force of",
            "has a password that nobody knows",
            ' ');

    /** What somebody at the desk can ask for. */
    public static final List<Action> OFFERED = List.of(UNLOCK, TEMPORARY_PASSWORD);

    private final Operation operation;
    private final String label;
    private final String deed;
    private final String became;
    private final char key;

    Action(Operation operation, String label, String deed, String became, char key) {
        this.operation = operation;
        this.label = label;
        this.deed = deed;
        this.became = became;
        this.key = key;
    }

    /** What a system must be able to do for it. */
    public Operation operation() {
        return operation;
    }

    public String label() {
        return label;
    }

    /** What is done to an account, such as {@code unlock}. */
    public String deed() {
        return deed;
    }

    /** What the account then is. */
    public String became() {
        return became;
    }

    public char key() {
        return key;
    }

    /**
     * One that somebody at the desk asks for.
     *
     * @throws Problem 422 if there is none
     */
    public static Action offered(String word) {
        return OFFERED.stream()
                .filter(action -> action.word().equals(word))
                .findFirst()
                .orElseThrow(
                        () ->
                                Problem.invalid(
                                        "There is no such action. Known are unlock and"
                                                + " temporary-password."));
    }

    /** As the database keeps it. */
    @Converter(autoApply = true)
    static class Stored extends WordConverter<Action> {
        Stored() {
            super(Action.class);
        }
    }
}
