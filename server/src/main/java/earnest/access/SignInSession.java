package earnest.access;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

/** Kept by the hash of its token, so that what is stored opens nothing. */
@Entity
@Table(name = "sign_in_session")
class SignInSession {
    @Id byte[] tokenHash;
    UUID analystId;
    String signedInBy;
    Instant startedAt;
    Instant lastSeenAt;
    @Nullable Instant endedAt;

    /** When a code of the second factor was last given in it. */
    @Nullable Instant factorAt;

    @SuppressWarnings("NullAway.Init")
    protected SignInSession() {}

    SignInSession(byte[] tokenHash, UUID analystId, Instant at) {
        this.tokenHash = tokenHash;
        this.analystId = analystId;
        this.signedInBy = "password and code";
        this.factorAt = at;
        this.startedAt = at;
        this.lastSeenAt = at;
    }
}
