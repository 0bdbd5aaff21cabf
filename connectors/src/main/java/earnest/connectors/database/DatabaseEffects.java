package earnest.connectors.database;

import earnest.connectors.AccountState;
import earnest.connectors.Operation;
import earnest.connectors.TemporaryUse;

/** Tells from what a server shows of an account what became of a change. */
final class DatabaseEffects {
    private DatabaseEffects() {}

    static boolean shows(Operation operation, AccountState now, String before) {
        DatabaseMark was = DatabaseMark.read(before);
        DatabaseMark is = DatabaseMark.read(now.mark());
        boolean another = !is.password().equals(was.password());
        return switch (operation) {
            // What is blocked after wrong passwords alone shows nowhere; that it was asked to lift
            // anything does, the first time.
            case UNLOCK -> !is.locked() && (was.locked() || is.saysLocked() && !was.saysLocked());
            case SET_TEMPORARY, REPLACE_UNUSED -> another && is.mustChange();
            case SET_OWN -> another && !is.mustChange();
        };
    }

    static boolean arrived(Operation operation, AccountState now, String effect) {
        DatabaseMark is = DatabaseMark.read(now.mark());
        return switch (operation) {
            case UNLOCK -> !is.locked();
            case SET_TEMPORARY, REPLACE_UNUSED, SET_OWN ->
                    is.password().equals(DatabaseMark.read(effect).password());
        };
    }

    static TemporaryUse use(AccountState now, String effect) {
        DatabaseMark is = DatabaseMark.read(now.mark());
        if (is.password().equals(DatabaseMark.read(effect).password())) {
            return is.mustChange() ? TemporaryUse.UNUSED : TemporaryUse.UNFLAGGED;
        }
        return is.mustChange() ? TemporaryUse.SET_BY_ANOTHER : TemporaryUse.CHANGED_BY_OWNER;
    }
}
