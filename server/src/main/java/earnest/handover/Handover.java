package earnest.handover;

import earnest.core.assurance.Route;
import earnest.systems.PasswordStyle;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Column;
import jakarta.persistence.Converter;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "handover")
class Handover {
    @Id UUID id;
    UUID changeId;
    UUID ticketId;
    UUID personId;
    UUID wrappedId;
    Route route;

    /** The column keeps its name while a version before this one runs. */
    @Column(name = "way")
    PasswordStyle style;

    @Nullable UUID contactId;
    Handovers.State state;
    int groupCount;
    int saidBack;

    /** The version of the ticket when it was judged and shown, or null. */
    @Nullable Long shownVersion;

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
        this.route = Route.READ_ALOUD;
        this.style = PasswordStyle.READ_ALOUD;
        this.state = Handovers.State.WAITING;
    }

    /** As the database keeps routes. */
    @Converter(autoApply = true)
    static class StoredRoute implements AttributeConverter<Route, String> {
        @Override
        public @Nullable String convertToDatabaseColumn(@Nullable Route route) {
            return route == null ? null : route.word();
        }

        @Override
        public @Nullable Route convertToEntityAttribute(@Nullable String word) {
            return word == null ? null : Route.of(word, "route");
        }
    }
}
