package earnest.checks;

import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.json.JsonMapper;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** One attempt to establish who somebody is. */
@Entity
@Table(name = "proof_check")
class ProofCheck implements Check {
    @Id UUID id;
    UUID ticketId;
    @Nullable UUID conversationId;
    UUID personId;
    String method;
    String path;
    @Nullable Instant pathSince;
    @Nullable UUID contactId;

    @Enumerated(EnumType.STRING)
    CheckState state;

    Instant startedAt;
    @Nullable Instant expiresAt;

    /** When two lifted what this 'no' stopped, or null. */
    @Nullable Instant stopLiftedAt;

    @Nullable Instant endedAt;
    int tries;

    /** Whether it may be talked out of somebody on another line; null: as the method says. */
    @Nullable Boolean relayed;

    /** What the method knows beside, as JSON, or null. */
    @Nullable String detail;

    /** The entry that says how it ended, on which a change may rest. */
    @Nullable UUID entryId;

    @SuppressWarnings("NullAway.Init")
    protected ProofCheck() {}

    ProofCheck(
            UUID id,
            String method,
            UUID ticketId,
            @Nullable UUID conversationId,
            UUID personId,
            String path,
            Instant at) {
        this.id = id;
        this.method = method;
        this.ticketId = ticketId;
        this.conversationId = conversationId;
        this.personId = personId;
        this.path = path;
        this.startedAt = at;
        this.state = CheckState.OPEN;
    }

    void end(CheckState outcome, Instant at, UUID entry) {
        state = outcome;
        endedAt = at;
        entryId = entry;
    }

    @Override
    public UUID id() {
        return id;
    }

    @Override
    public UUID ticket() {
        return ticketId;
    }

    @Override
    public @Nullable UUID conversation() {
        return conversationId;
    }

    @Override
    public UUID person() {
        return personId;
    }

    @Override
    public String path() {
        return path;
    }

    @Override
    public @Nullable Instant pathSince() {
        return pathSince;
    }

    @Override
    public @Nullable UUID contact() {
        return contactId;
    }

    @Override
    public CheckState state() {
        return state;
    }

    @Override
    public Instant startedAt() {
        return startedAt;
    }

    @Override
    public @Nullable Instant endedAt() {
        return endedAt;
    }

    @Override
    public int tries() {
        return tries;
    }

    @Override
    public boolean open(Instant now) {
        return state == CheckState.OPEN && (expiresAt == null || expiresAt.isAfter(now));
    }

    @Override
    public <T extends Record> Optional<T> detail(Class<T> type) {
        return Optional.ofNullable(detail).map(json -> JsonMapper.shared().readValue(json, type));
    }

    @Override
    public void keep(Record kept) {
        detail = JsonMapper.shared().writeValueAsString(kept);
    }

    @Override
    public void restOn(String newPath) {
        path = newPath;
    }

    @Override
    public void moveTo(UUID conversation) {
        conversationId = conversation;
    }
}
