package earnest.systems;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * What one server says of an account, read live.
 *
 * @param lockedSince after too many wrong passwords, or null
 * @param switchedOff locked by an administrator, without an end
 * @param validFrom not before this, or null
 * @param validUntil not after this, or null
 * @param byOwner whether the last change of the entry was made by its owner
 * @param version the server's own mark of the entry's last change
 */
public record AccountState(
        @Nullable Instant lockedSince,
        boolean switchedOff,
        boolean mustChange,
        @Nullable Instant lastSet,
        @Nullable Instant validFrom,
        @Nullable Instant validUntil,
        @Nullable Instant lastSignIn,
        boolean byOwner,
        String version) {

    public boolean over(Instant now) {
        return validUntil != null && !validUntil.isAfter(now);
    }

    public boolean notYet(Instant now) {
        return validFrom != null && validFrom.isAfter(now);
    }
}
