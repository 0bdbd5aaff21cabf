package earnest.access;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;

/** The roles and what each may do; what is not named is denied. */
public enum Role {
    ANALYST(Set.of(Right.WORK_AT_DESK, Right.READ_RECORD)),
    LEAD(Set.of(Right.WORK_AT_DESK, Right.READ_RECORD, Right.RELEASE_SIGN_IN, Right.LIFT_STOP)),
    AUDITOR(Set.of(Right.READ_RECORD, Right.EXPORT_RECORD, Right.ERASE_PERSONAL)),
    STEWARD(
            Set.of(
                    Right.READ_RECORD,
                    Right.EXPORT_RECORD,
                    Right.ERASE_PERSONAL,
                    Right.CHANGE_KEY,
                    Right.SET_UP));

    private final Set<Right> rights;

    Role(Set<Right> rights) {
        this.rights = rights;
    }

    Set<Right> rights() {
        return rights;
    }

    /** The roles of a stored list. */
    static Set<Role> of(String words) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        for (String word : words.split(" ")) {
            roles.add(valueOf(word.toUpperCase(Locale.ROOT)));
        }
        return roles;
    }

    String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
