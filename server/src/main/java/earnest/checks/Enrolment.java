package earnest.checks;

import earnest.core.codes.Guard;
import earnest.wrapped.WrappedSecrets;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

/** An authenticator of a person; its key is wrapped. */
@Entity
@Table(name = "enrolment")
class Enrolment {
    static final String AUTHENTICATOR = "authenticator";

    @Id UUID id;
    UUID personId;
    String kind;

    /** By which its person tells it from others of theirs. */
    String name;

    byte[] wrappedKey;

    /** Under which key. */
    String keyName;

    Instant enrolledAt;
    long lastUsedStep;
    int wrongTries;
    @Nullable Instant wrongSince;

    @SuppressWarnings("NullAway.Init")
    protected Enrolment() {}

    Enrolment(
            UUID id,
            UUID personId,
            String name,
            WrappedSecrets.Wrapped wrapped,
            Instant enrolledAt) {
        this.id = id;
        this.personId = personId;
        this.kind = AUTHENTICATOR;
        this.name = name;
        wrap(wrapped);
        this.enrolledAt = enrolledAt;
        this.lastUsedStep = -1;
    }

    WrappedSecrets.Wrapped wrapped() {
        return new WrappedSecrets.Wrapped(wrappedKey, keyName);
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
