package earnest.handover;

import earnest.systems.Way;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Set;
import java.util.UUID;

@Entity
@Table(name = "handover")
class Handover {
    static final String READ_ALOUD = "read-aloud";
    static final String TEXT = "text";

    static final String WAITING = "waiting";
    static final String SHOWN = "shown";
    static final String SENDING = "sending";
    static final String LEFT = "left";
    static final String ARRIVED = "arrived";
    static final String SAID_BACK = "said-back";
    static final String REPLACED = "replaced";
    static final String EXPIRED = "expired";

    /** The text may have left or not: it is not sent again, nor handed over in another way. */
    static final String UNCLEAR = "unclear";

    /** The ticket names somebody else now: never handed over; taken out of force at once. */
    static final String WITHDRAWN = "withdrawn";

    private static final Set<String> OVER = Set.of(REPLACED, EXPIRED);
    private static final Set<String> ENDED = Set.of(REPLACED, EXPIRED, UNCLEAR, WITHDRAWN);

    @Id UUID id;
    UUID changeId;
    UUID ticketId;
    UUID personId;
    UUID wrappedId;
    String route;

    /** How the password came about, as {@link Way} names it. */
    String way;

    @Nullable UUID contactId;
    String state;
    int groupCount;
    int saidBack;
    Instant madeAt;
    Instant expiresAt;
    @Nullable Instant inAt;
    @Nullable Instant remindedAt;

    /** How often it could not be taken out of force, and when that is tried again. */
    int expiryTries;

    @Nullable Instant expiryNextAt;

    @SuppressWarnings("NullAway.Init")
    protected Handover() {}

    Handover(UUID id) {
        this.id = id;
        this.route = READ_ALOUD;
        this.way = Way.READ_ALOUD.id();
        this.state = WAITING;
    }

    Way how() {
        return Way.of(way);
    }

    /** Whether the password is known to be out of force. */
    boolean over() {
        return OVER.contains(state);
    }

    /** Whether it will not be handed over any more. */
    boolean ended() {
        return ENDED.contains(state);
    }
}
