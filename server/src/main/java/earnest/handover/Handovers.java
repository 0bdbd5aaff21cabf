package earnest.handover;

import earnest.access.SignedIn;
import earnest.core.assurance.Route;
import earnest.ground.WordConverter;
import earnest.ground.Worded;
import earnest.systems.PasswordStyle;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.persistence.Converter;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Handing a new secret to its person, at most once. */
public interface Handovers {
    /** The handover of a ticket that is the one now: of several the first that nobody has yet. */
    Optional<View> onTicket(UUID ticket);

    /** The changes whose passwords wait behind it. */
    List<UUID> behind(UUID ticket);

    /** All of a ticket, in the order in which they were made. */
    List<View> allOnTicket(UUID ticket);

    /** A temporary password of the person that is in force and was not used yet. */
    Optional<InForce> inForce(UUID person);

    /**
     * A password in force.
     *
     * @param ticket on which it was given
     */
    record InForce(UUID ticket, Instant since, Instant until) {}

    /**
     * Chooses how it reaches its person, while nothing was shown.
     *
     * @param contact on record, for routes that go to one
     */
    void choose(UUID ticket, SignedIn me, Route route, @Nullable UUID contact);

    /** Shows the holder what was not said back yet; every showing is an entry. */
    List<Part> show(UUID ticket, SignedIn me);

    /** The next part was said back; it is not shown again. */
    void saidBack(UUID ticket, SignedIn me, int part);

    /** How far a handover is. */
    @Schema(name = "HandoverState")
    enum State implements Worded {
        WAITING,
        SHOWN,
        SENDING,
        LEFT,
        ARRIVED,
        /** The person opened the link and saw it. */
        OPENED,
        SAID_BACK,
        REPLACED,
        EXPIRED,
        /** The text may have left or not: it is not sent again, nor handed over otherwise. */
        UNCLEAR,
        /** The ticket names somebody else now: never handed over; taken out of force at once. */
        WITHDRAWN;

        /** Whether nobody has it yet, and somebody is to. */
        boolean toHandOver() {
            return this == WAITING || this == SHOWN || this == SENDING;
        }

        /** Whether a message with it, or with a link to it, is under way or there. */
        boolean onItsWay() {
            return this == SENDING || this == LEFT || this == ARRIVED;
        }

        /** Whether the password is known to be out of force. */
        boolean over() {
            return this == REPLACED || this == EXPIRED;
        }

        /** Whether it will not be handed over any more. */
        boolean ended() {
            return over() || this == UNCLEAR || this == WITHDRAWN;
        }

        /** Whether somebody may have it. */
        boolean handedOver() {
            return this == SENDING
                    || this == LEFT
                    || this == ARRIVED
                    || this == OPENED
                    || this == SAID_BACK;
        }

        /** As the database keeps it. */
        @Converter(autoApply = true)
        static class Stored extends WordConverter<State> {
            Stored() {
                super(State.class);
            }
        }
    }

    /**
     * How far it is.
     *
     * @param route a word of {@link Route}
     * @param trouble why a text did not leave, in words
     */
    @Schema(name = "HandoverProgress")
    record View(
            UUID id,
            UUID change,
            String route,
            PasswordStyle style,
            @Nullable UUID contact,
            State state,
            int parts,
            int saidBack,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant inAt,
            boolean reminded,
            @Nullable String trouble) {}

    /** One part of a secret: it has no text form, and goes to the page of the holder alone. */
    @Schema(name = "PasswordPart")
    final class Part {
        private final int part;
        private final String characters;
        private final String words;

        Part(int part, String characters, String words) {
            this.part = part;
            this.characters = characters;
            this.words = words;
        }

        @Schema(requiredMode = Schema.RequiredMode.REQUIRED)
        public int getPart() {
            return part;
        }

        @Schema(requiredMode = Schema.RequiredMode.REQUIRED)
        public String getCharacters() {
            return characters;
        }

        @Schema(requiredMode = Schema.RequiredMode.REQUIRED)
        public String getWords() {
            return words;
        }

        @Override
        public String toString() {
            return "(part of a secret)";
        }
    }
}
