package earnest.checks;

import earnest.core.codes.Guard;

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
    @Id UUID id;
    UUID personId;
    byte[] wrappedKey;
    Instant enrolledAt;
    long lastUsedStep;
    int wrongTries;
    @Nullable Instant wrongSince;

    @SuppressWarnings("NullAway.Init")
    protected Enrolment() {}

    Enrolment(UUID id, UUID personId, byte[] wrappedKey, Instant enrolledAt) {
        this.id = id;
        this.personId = personId;
        this.wrappedKey = wrappedKey;
        this.enrolledAt = enrolledAt;
        this.lastUsedStep = -1;
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
