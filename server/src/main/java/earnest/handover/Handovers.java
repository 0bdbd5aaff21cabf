package earnest.handover;

import earnest.access.SignedIn;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Handing a new secret to its person, at most once. */
public interface Handovers {
    /** The latest handover on a ticket. */
    Optional<View> onTicket(UUID ticket);

    /** A temporary password of the person that is in force and was not used yet. */
    Optional<InForce> inForce(UUID person);

    /**
     * A password in force.
     *
     * @param ticket on which it was given
     */
    record InForce(UUID ticket, Instant since, Instant until) {}

    /** Chooses {@code read-aloud} or {@code text} to a phone on record, while nothing was shown. */
    void choose(UUID ticket, SignedIn me, String route, @Nullable UUID contact);

    /** Shows the holder what was not said back yet; every showing is an entry. */
    List<Part> show(UUID ticket, SignedIn me);

    /** The next part was said back; it is not shown again. */
    void saidBack(UUID ticket, SignedIn me, int part);

    /**
     * How far it is.
     *
     * @param way {@code read-aloud, spoken, copied, typed}; {@code copied} is never shown
     * @param state {@code waiting, shown, sending, left, arrived, unclear, said-back, replaced,
     *     withdrawn, expired}
     * @param trouble why a text did not leave, in words
     */
    record View(
            UUID id,
            UUID change,
            String route,
            String way,
            @Nullable UUID contact,
            String state,
            int parts,
            int saidBack,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant inAt,
            boolean reminded,
            @Nullable String trouble) {}

    /** One part of a secret: it has no text form, and goes to the page of the holder alone. */
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
