package earnest.access;

import java.util.Locale;
import java.util.Set;

/** The roles and what each may do; what is not named is denied. */
public enum Role {
    ANALYST(Set.of(Right.WORK_AT_DESK, Right.READ_RECORD)),
    LEAD(Set.of(Right.WORK_AT_DESK, Right.READ_RECORD)),
    AUDITOR(Set.of(Right.READ_RECORD)),
    STEWARD(Set.of(Right.READ_RECORD));

    private final Set<Right> rights;

    Role(Set<Right> rights) {
        this.rights = rights;
    }

    Set<Right> rights() {
        return rights;
    }

    String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
