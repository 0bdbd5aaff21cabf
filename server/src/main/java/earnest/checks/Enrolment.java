package earnest.checks;

import earnest.core.codes.Guard;
import earnest.wrapped.WrappedSecrets;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Objects;
import java.util.UUID;

/** Something that a person has for being proved; its key, if it has one, is wrapped. */
@Entity
@Table(name = "enrolment")
class Enrolment {
    static final String AUTHENTICATOR = "authenticator";
    static final String RECOVERY_CODES = "recovery-codes";
    static final String DEVICE = "device";
    static final String PASSKEY = "passkey";

    @Id UUID id;
    UUID personId;
    String kind;

    /** By which its person tells it from others of theirs. */
    String name;

    byte @Nullable [] wrappedKey;

    /** Under which key. */
    String keyName;

    Instant enrolledAt;

    /** When it was shown to work; null: it is being set up and counts nothing. */
    @Nullable Instant confirmedAt;

    /** When it was taken away, or null. */
    @Nullable Instant removedAt;

    /**
     * Whether somebody whom the organisation trusts stood behind it: else it is new for a while.
     */
    boolean trusted;

    /** On which it was set up, or null where it was brought in. */
    @Nullable UUID ticketId;

    /** The public half of a device's key, or null. */
    byte @Nullable [] publicKey;

    /** The public half of a passkey, as attested credential data, or null. */
    byte @Nullable [] credential;

    /** Of the code by which a device is set up, until one took it; else null. */
    @Nullable String setupMark;

    /** Of a code, or what a device or passkey counted up to. */
    long lastUsedStep;

    int wrongTries;
    @Nullable Instant wrongSince;

    @SuppressWarnings("NullAway.Init")
    protected Enrolment() {}

    Enrolment(
            UUID id,
            UUID personId,
            String kind,
            String name,
            WrappedSecrets.@Nullable Wrapped wrapped,
            Instant enrolledAt) {
        this.id = id;
        this.personId = personId;
        this.kind = kind;
        this.name = name;
        this.keyName = "";
        if (wrapped != null) {
            wrap(wrapped);
        }
        this.enrolledAt = enrolledAt;
        this.lastUsedStep = -1;
    }

    /** Whether it counts. */
    boolean inForce() {
        return confirmedAt != null && removedAt == null;
    }

    /** Since when it is known; null where its source is trusted. */
    @Nullable Instant since() {
        return trusted ? null : enrolledAt;
    }

    /** It counts nothing any more, and its key is gone. */
    void remove(Instant at) {
        removedAt = at;
        wrappedKey = null;
        setupMark = null;
    }

    WrappedSecrets.Wrapped wrapped() {
        return new WrappedSecrets.Wrapped(Objects.requireNonNull(wrappedKey), keyName);
    }

    final void wrap(WrappedSecrets.Wrapped wrapped) {
        wrappedKey = wrapped.bytes();
        keyName = wrapped.key();
    }

    Guard guard() {
        return new Guard(lastUsedStep, wrongTries, wrongSince);
    }

    void keep(Guard next) {
        lastUsedStep = next.used();
        wrongTries = next.wrong();
        wrongSince = next.since();
    }
}
