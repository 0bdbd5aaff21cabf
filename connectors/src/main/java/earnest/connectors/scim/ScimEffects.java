package earnest.connectors.scim;

import earnest.connectors.AccountState;
import earnest.connectors.Operation;
import earnest.connectors.TemporaryUse;

import java.time.Instant;
import java.util.Objects;

/** Tells from what a service shows of an account what became of a change. */
final class ScimEffects {
    private ScimEffects() {}

    static boolean shows(Operation operation, AccountState now, String before) {
        ScimMark was = ScimMark.read(before);
        ScimMark is = ScimMark.read(now.mark());
        return switch (operation) {
            case UNLOCK -> was.locked() && !is.locked() && !now.switchedOff();
            // The service's clock is compared with itself only.
            case SET_TEMPORARY, REPLACE_UNUSED ->
                    is.mustChange()
                            && is.passwordSet() != null
                            && (was.passwordSet() == null
                                    || is.passwordSet().isAfter(was.passwordSet()));
            case SET_OWN ->
                    !is.mustChange()
                            && is.passwordSet() != null
                            && (was.passwordSet() == null
                                    || is.passwordSet().isAfter(was.passwordSet()));
        };
    }

    static boolean arrived(Operation operation, AccountState now, String effect) {
        ScimMark then = ScimMark.read(effect);
        ScimMark is = ScimMark.read(now.mark());
        return switch (operation) {
            case UNLOCK -> !is.locked();
            case SET_TEMPORARY, REPLACE_UNUSED, SET_OWN ->
                    is.passwordSet() != null
                            && (then.passwordSet() == null
                                    || !is.passwordSet().isBefore(then.passwordSet()));
        };
    }

    static TemporaryUse use(AccountState now, String effect) {
        Instant setAt = ScimMark.read(effect).passwordSet();
        Instant lastSet = now.lastSet();
        if (setAt == null || lastSet == null || Objects.equals(setAt, lastSet)) {
            return now.mustChange() || setAt == null || lastSet == null
                    ? TemporaryUse.UNUSED
                    : TemporaryUse.UNFLAGGED;
        }
        if (lastSet.isAfter(setAt)) {
            return now.mustChange() ? TemporaryUse.SET_BY_ANOTHER : TemporaryUse.CHANGED_BY_OWNER;
        }
        return TemporaryUse.UNUSED;
    }
}
