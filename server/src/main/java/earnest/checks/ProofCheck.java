package earnest.checks;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

/** One attempt to establish who somebody is. */
@Entity
@Table(name = "proof_check")
class ProofCheck {
    @Id UUID id;
    UUID ticketId;
    @Nullable UUID conversationId;
    UUID personId;
    String method;
    String path;
    @Nullable Instant pathSince;
    @Nullable UUID contactId;
    @Nullable String fact;

    @Enumerated(EnumType.STRING)
    CheckState state;

    @Nullable String lineState;
    Instant startedAt;
    @Nullable Instant expiresAt;

    /** When a call back was answered, whatever the line said later; else null. */
    @Nullable Instant answeredAt;

    /** When two lifted what this 'no' stopped, or null. */
    @Nullable Instant stopLiftedAt;

    @Nullable Instant endedAt;
    int tries;

    /** The entry that says how it ended, on which a change may rest. */
    @Nullable UUID entryId;

    @SuppressWarnings("NullAway.Init")
    protected ProofCheck() {}

    ProofCheck(
            UUID id,
            Methods method,
            UUID ticketId,
            @Nullable UUID conversationId,
            UUID personId,
            String path,
            Instant at) {
        this.id = id;
        this.method = method.id();
        this.ticketId = ticketId;
        this.conversationId = conversationId;
        this.personId = personId;
        this.path = path;
        this.startedAt = at;
        this.state = CheckState.OPEN;
    }

    Methods method() {
        return Methods.of(method);
    }

    boolean open(Instant now) {
        return state == CheckState.OPEN && (expiresAt == null || expiresAt.isAfter(now));
    }

    void end(CheckState outcome, Instant at, UUID entry) {
        state = outcome;
        endedAt = at;
        entryId = entry;
    }
}
