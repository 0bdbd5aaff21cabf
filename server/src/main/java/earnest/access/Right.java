package earnest.access;

import java.util.Locale;

/** What somebody may be allowed to do. */
public enum Right {
    WORK_AT_DESK("work at the desk", "a steward"),
    READ_RECORD("read the record", "a steward"),
    EXPORT_RECORD("export the record", "a steward"),
    ERASE_PERSONAL("erase what names a person", "a steward"),
    CHANGE_KEY("change the key that seals the record", "a steward"),
    LIFT_STOP("lift what a person's 'no' stopped", "a steward"),
    MANAGE_STAFF("say who works here", "a steward"),
    SET_UP("set Earnest up", "a steward"),
    SET_RULES("change the rules by which proof is judged", "a steward"),
    WELCOME_STARTERS("make the code for somebody's first day", "a steward"),
    RELEASE_SIGN_IN("release somebody's sign-in", "a steward");

    private final String words;
    private final String giver;

    Right(String words, String giver) {
        this.words = words;
        this.giver = giver;
    }

    /** As the browser is told it, such as {@code work-at-desk}. */
    String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    String words() {
        return words;
    }

    String giver() {
        return giver;
    }
}
