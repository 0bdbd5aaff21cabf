package earnest.changes;

import earnest.connectors.AccountRef;
import earnest.systems.Action;
import earnest.systems.PasswordStyle;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "account_change")
class AccountChange {
    @Id UUID id;
    UUID ticketId;
    @Nullable UUID conversationId;
    UUID personId;

    /** Who asked for it, an analyst or the person themselves; null: Earnest itself. */
    @Nullable UUID analystId;

    String system;
    @Nullable UUID accountId;
    String account;

    @Column(name = "dn")
    String place;

    Action action;

    @Enumerated(EnumType.STRING)
    Changes.State state;

    @Nullable String reason;

    /** The mark of the account's state before; only its connector can read it. */
    String beforeMark;

    /** The mark on the server that takes writes, once it took effect. */
    @Nullable String effectMark;

    @Nullable UUID wrappedId;

    /** Of an expiry: the change whose password it takes out of force. */
    @Nullable UUID aboutId;

    /** Of a temporary password. The column keeps its name while a version before this one runs. */
    @Column(name = "way")
    @Nullable PasswordStyle style;

    Instant intendedAt;
    @Nullable Instant askedAt;
    @Nullable Instant settledAt;

    @SuppressWarnings("NullAway.Init")
    protected AccountChange() {}

    AccountChange(UUID id) {
        this.id = id;
        this.state = Changes.State.INTENDED;
    }

    AccountRef ref() {
        return new AccountRef(account, place);
    }
}
