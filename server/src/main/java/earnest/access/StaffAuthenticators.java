package earnest.access;

import earnest.core.codes.Base32;
import earnest.core.codes.Guard;
import earnest.core.codes.Totp;
import earnest.core.passwords.Secret;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.UUID;

/** Authenticators that staff sign in with; all of it is done in the present transaction. */
@Component
class StaffAuthenticators {
    /** As long as the hash that codes are made with (RFC 4226, section 4, R6). */
    private static final int KEY_BYTES = 20;

    private static final Guard.Limit LIMIT = new Guard.Limit(10, Duration.ofMinutes(30));

    private final StaffFactorRows rows;
    private final WrappedSecrets secrets;
    private final SecureRandom random;
    private final Clock clock;

    StaffAuthenticators(
            StaffFactorRows rows, WrappedSecrets secrets, SecureRandom random, Clock clock) {
        this.rows = rows;
        this.secrets = secrets;
        this.random = random;
        this.clock = clock;
    }

    /**
     * Begins to set one up.
     *
     * @return its key in base 32 (RFC 4648, section 6); the caller wipes it
     */
    Secret begin(UUID analyst) {
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        try {
            add(analyst, key);
            return Base32.of(key);
        } finally {
            Arrays.fill(key, (byte) 0);
        }
    }

    /** Adds one that does not count yet. */
    UUID add(UUID analyst, byte[] key) {
        UUID id = rows.nextId();
        rows.add(id, analyst, FactorKind.AUTHENTICATOR, secrets.wrapKey(id, key));
        return id;
    }

    /**
     * Tries a code, which is good once; of one that is being set up, a right one makes it count.
     */
    StaffFactors.Tried accept(StaffFactorRows.Row factor, Secret typed) {
        byte[] key = secrets.unwrapKey(factor.id(), factor.key());
        Guard.Tried tried;
        try {
            tried = Totp.accept(key, Totp.STANDARD, typed, factor.guard(), LIMIT, clock.instant());
            if (secrets.isOld(factor.key())) {
                rows.keep(factor.id(), secrets.wrapKey(factor.id(), key));
            }
        } finally {
            Arrays.fill(key, (byte) 0);
        }
        rows.keep(factor.id(), tried.next());
        return switch (tried) {
            case Guard.Tried.Accepted _ -> {
                rows.confirm(factor.id());
                yield StaffFactors.Tried.RIGHT;
            }
            case Guard.Tried.Refused _ -> StaffFactors.Tried.WRONG;
            case Guard.Tried.AtLimit _ -> StaffFactors.Tried.AT_LIMIT;
        };
    }
}
