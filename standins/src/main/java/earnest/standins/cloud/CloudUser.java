package earnest.standins.cloud;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * An account of the service.
 *
 * @param hash of its password, with salt
 * @param version counts its changes
 */
record CloudUser(
        String id,
        String userName,
        String display,
        String mail,
        boolean active,
        boolean mustChange,
        @Nullable Instant lockedSince,
        int wrongTries,
        String salt,
        String hash,
        Instant passwordSet,
        @Nullable Instant lastSignIn,
        Instant changed,
        long version) {
    CloudUser signedIn(Instant at) {
        return new CloudUser(
                id,
                userName,
                display,
                mail,
                active,
                mustChange,
                null,
                0,
                salt,
                hash,
                passwordSet,
                at,
                changed,
                version);
    }

    CloudUser wrong(int tries, @Nullable Instant locked, Instant at) {
        return new CloudUser(
                id,
                userName,
                display,
                mail,
                active,
                mustChange,
                locked,
                tries,
                salt,
                hash,
                passwordSet,
                lastSignIn,
                at,
                locked == null ? version : version + 1);
    }

    CloudUser with(boolean isActive, boolean must, @Nullable Instant locked, Instant at) {
        return new CloudUser(
                id,
                userName,
                display,
                mail,
                isActive,
                must,
                locked,
                locked == null ? 0 : wrongTries,
                salt,
                hash,
                passwordSet,
                lastSignIn,
                at,
                version + 1);
    }

    CloudUser password(String newSalt, String newHash, Instant at) {
        return new CloudUser(
                id,
                userName,
                display,
                mail,
                active,
                mustChange,
                lockedSince,
                wrongTries,
                newSalt,
                newHash,
                at,
                lastSignIn,
                at,
                version + 1);
    }
}
