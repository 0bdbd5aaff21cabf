package earnest.channels;

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
@Table(name = "message")
class Message {
    @Id UUID id;
    @Nullable UUID ticketId;
    @Nullable UUID personId;
    @Nullable UUID contactId;

    /** Where it goes that is on nobody's record; else null. */
    @Nullable String address;

    /** What it is for; a writer makes the words. */
    @Column(name = "purpose")
    String occasion;

    String carrier;

    UUID aboutId;

    @Enumerated(EnumType.STRING)
    Messages.State state;

    @Nullable String said;
    int tries;
    Instant madeAt;
    Instant giveUpAt;

    @SuppressWarnings("NullAway.Init")
    protected Message() {}

    Message(UUID id, String occasion, UUID about, String carrier, Recipient to) {
        this.id = id;
        this.occasion = occasion;
        this.aboutId = about;
        this.carrier = carrier;
        this.ticketId = to.ticket();
        this.personId = to.person();
        this.contactId = to.contact();
        this.state = Messages.State.WAITING;
    }

    /** An answer to an address. */
    Message(
            UUID id,
            String occasion,
            UUID about,
            String carrier,
            @Nullable UUID ticket,
            String address) {
        this.id = id;
        this.occasion = occasion;
        this.aboutId = about;
        this.carrier = carrier;
        this.ticketId = ticket;
        this.address = address;
        this.state = Messages.State.WAITING;
    }
}
