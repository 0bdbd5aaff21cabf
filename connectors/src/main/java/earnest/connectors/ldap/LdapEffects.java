package earnest.connectors.ldap;

import earnest.connectors.AccountState;
import earnest.connectors.Operation;
import earnest.connectors.TemporaryUse;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** Tells from what a directory shows of an account what became of a change. */
final class LdapEffects {
    private static final Duration QUICK = Duration.ofSeconds(5);

    private LdapEffects() {}

    static boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        LdapMark was = LdapMark.read(before);
        boolean later = LdapMark.read(now.mark()).version().compareTo(was.version()) > 0;
        // Times of the directory are whole seconds, and of its own clock.
        Instant earliest = asked.truncatedTo(ChronoUnit.SECONDS).minusSeconds(2);
        return switch (operation) {
            case UNLOCK ->
                    // Where only a replica was locked, the provider shows it by a later version
                    // alone.
                    now.lockedSince() == null
                                    && !now.switchedOff()
                                    && (was.lockedSince() != null || later)
                            || later
                                    && now.lockedSince() != null
                                    && !now.lockedSince().isBefore(asked);
            case SET_TEMPORARY, REPLACE_UNUSED ->
                    later && now.lastSet() != null && !now.lastSet().isBefore(earliest);
            case SET_OWN ->
                    later
                            && !now.mustChange()
                            && now.lastSet() != null
                            && !now.lastSet().isBefore(earliest);
        };
    }

    /** A replica has it when its entry is not older than the one that took effect. */
    static boolean arrived(Operation operation, AccountState now, String effect) {
        LdapMark then = LdapMark.read(effect);
        boolean notOlder = LdapMark.read(now.mark()).version().compareTo(then.version()) >= 0;
        return switch (operation) {
            case UNLOCK -> notOlder && now.lockedSince() == null;
            case SET_TEMPORARY, REPLACE_UNUSED, SET_OWN ->
                    notOlder
                            && now.lastSet() != null
                            && then.lastSet() != null
                            && !now.lastSet().isBefore(then.lastSet());
        };
    }

    /** 'Must change' alone tells nothing: an administrator may have taken it away. */
    static TemporaryUse use(AccountState now, String effect) {
        Instant setAt = LdapMark.read(effect).lastSet();
        Instant lastSet = now.lastSet();
        if (setAt == null || lastSet == null) {
            return TemporaryUse.UNUSED;
        }
        if (lastSet.isAfter(setAt)) {
            return now.mustChange() ? TemporaryUse.SET_BY_ANOTHER : TemporaryUse.CHANGED_BY_OWNER;
        }
        if (now.mustChange()) {
            return TemporaryUse.UNUSED;
        }
        // The directory's times are whole seconds, and somebody may be as quick as that: then the
        // last change is their own, or they signed in, which needs an own password, right after.
        Instant signedIn = now.lastSignIn();
        boolean quick =
                LdapMark.read(now.mark()).byOwner()
                        || signedIn != null
                                && !signedIn.isBefore(setAt)
                                && signedIn.isBefore(setAt.plus(QUICK));
        return quick ? TemporaryUse.CHANGED_BY_OWNER : TemporaryUse.UNFLAGGED;
    }
}
