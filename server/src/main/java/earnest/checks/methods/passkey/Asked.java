package earnest.checks.methods.passkey;

import earnest.checks.methods.Check;

import java.util.List;
import java.util.UUID;

/**
 * Which passkeys may answer a check.
 *
 * @param passkeys by their ids; those that are new are not among them
 */
record Asked(List<UUID> passkeys) {
    static Asked of(Check check) {
        return check.detail(Asked.class).orElseThrow();
    }
}
