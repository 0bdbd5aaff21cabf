package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * What one server says of an account, read live.
 *
 * @param lockedSince after too many wrong passwords, or null
 * @param switchedOff locked by an administrator, without an end
 * @param lastSet when the password was set last, or null
 * @param validFrom not before this, or null
 * @param validUntil not after this, or null
 * @param lastSignIn null where the system does not say
 * @param mark what a later state is compared with; only the connector that wrote it can read it
 */
public record AccountState(
        @Nullable Instant lockedSince,
        boolean switchedOff,
        boolean mustChange,
        @Nullable Instant lastSet,
        @Nullable Instant validFrom,
        @Nullable Instant validUntil,
        @Nullable Instant lastSignIn,
        String mark) {

    public boolean over(Instant now) {
        return validUntil != null && !validUntil.isAfter(now);
    }

    public boolean notYet(Instant now) {
        return validFrom != null && validFrom.isAfter(now);
    }
}
