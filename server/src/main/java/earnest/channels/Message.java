package earnest.channels;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "message")
class Message {
    @Id UUID id;
    UUID ticketId;
    UUID personId;
    UUID contactId;

    @Enumerated(EnumType.STRING)
    Texts.Purpose purpose;

    UUID aboutId;

    @Enumerated(EnumType.STRING)
    Texts.State state;

    @Nullable String said;
    int tries;
    Instant madeAt;
    Instant giveUpAt;

    @SuppressWarnings("NullAway.Init")
    protected Message() {}

    Message(UUID id, Texts.Purpose purpose, UUID about, UUID ticket, UUID person, UUID contact) {
        this.id = id;
        this.purpose = purpose;
        this.aboutId = about;
        this.ticketId = ticket;
        this.personId = person;
        this.contactId = contact;
        this.state = Texts.State.WAITING;
    }
}
