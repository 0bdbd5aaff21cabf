package earnest.access;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** The roles and what each may do; what is not named is denied. */
public enum Role {
    ANALYST(Set.of(Right.WORK_AT_DESK, Right.READ_RECORD)),
    LEAD(
            Set.of(
                    Right.WORK_AT_DESK,
                    Right.READ_RECORD,
                    Right.RELEASE_SIGN_IN,
                    Right.LIFT_STOP,
                    Right.WELCOME_STARTERS,
                    Right.SET_RULES)),
    AUDITOR(Set.of(Right.READ_RECORD, Right.EXPORT_RECORD, Right.ERASE_PERSONAL)),
    STEWARD(
            Set.of(
                    Right.READ_RECORD,
                    Right.EXPORT_RECORD,
                    Right.ERASE_PERSONAL,
                    Right.CHANGE_KEY,
                    Right.SET_UP,
                    Right.SET_RULES,
                    Right.MANAGE_STAFF));

    private final Set<Right> rights;

    /** The role of a word, or empty if there is none. */
    public static Optional<Role> known(String word) {
        return Arrays.stream(values()).filter(role -> role.word().equals(word)).findFirst();
    }

    Role(Set<Right> rights) {
        this.rights = rights;
    }

    Set<Right> rights() {
        return rights;
    }

    /** The roles of a stored list. */
    public static Set<Role> of(String words) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        for (String word : words.split(" ")) {
            if (!word.isEmpty()) {
                roles.add(valueOf(word.toUpperCase(Locale.ROOT)));
            }
        }
        return roles;
    }

    /** As rows and the API name it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
