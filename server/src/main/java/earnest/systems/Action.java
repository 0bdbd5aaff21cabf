package earnest.systems;

import java.util.Locale;

/** What can be done to an account. */
public enum Action {
    UNLOCK("Unlock", "the lock lifted", 'U'),
    TEMPORARY_PASSWORD("Temporary password", "a temporary password", 'T');

    private final String label;
    private final String thing;
    private final char key;

    Action(String label, String thing, char key) {
        this.label = label;
        this.thing = thing;
        this.key = key;
    }

    public String label() {
        return label;
    }

    /** As a thing that a system may have, for the record. */
    public String thing() {
        return thing;
    }

    public char key() {
        return key;
    }

    /** The name in rulebooks, the database and the API. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Action of(String id) {
        for (Action action : values()) {
            if (action.id().equals(id)) {
                return action;
            }
        }
        throw earnest.ground.Problem.invalid("There is no action '" + id + "'.");
    }
}
