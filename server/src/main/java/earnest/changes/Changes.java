package earnest.changes;

import earnest.connectors.AccountRef;
import earnest.core.passwords.Check;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.WordConverter;
import earnest.ground.Worded;
import earnest.systems.Action;
import earnest.systems.PasswordStyle;
import earnest.tickets.Actor;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.persistence.Converter;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/** Changes to accounts, which survive anything. */
public interface Changes {
    /**
     * Decides on a change; a repeated request returns the running one.
     *
     * @throws earnest.ground.Problem with the reason why not
     */
    UUID intend(UUID ticket, Actor actor, Intent intent);

    /**
     * Decides on the same change in several systems. Each is judged by itself, and refused by
     * itself; all are decided on what the analyst saw.
     *
     * @return what came of each, in their order
     * @throws earnest.ground.Problem 409 if nothing could be decided at all
     */
    List<Decided> intendAll(UUID ticket, Actor actor, List<Intent> intents);

    /**
     * What was decided on one of several.
     *
     * @param change that is under way, or null
     * @param refusal why not, or null
     */
    record Decided(String system, @Nullable UUID change, @Nullable Problem refusal) {}

    /**
     * What an analyst wants done, or a person for themselves.
     *
     * @param version of the ticket that they saw
     * @param style of a temporary password, or null for other actions
     * @param typed the password, when it is typed or one's own; the caller wipes it
     */
    record Intent(
            String system,
            Action action,
            long version,
            @Nullable PasswordStyle style,
            @Nullable Secret typed) {
        /** The same, on a later version of the ticket. */
        Intent on(long later) {
            return new Intent(system, action, later, style, typed);
        }

        /** How a temporary password comes about; nobody has to say so for the usual way. */
        PasswordStyle readAloudUnlessSaid() {
            return Objects.requireNonNullElse(style, PasswordStyle.READ_ALOUD);
        }
    }

    /**
     * Tries out a password that the holder of a ticket types, or a person for themselves, while the
     * change would be open.
     *
     * @throws earnest.ground.Problem 403 where typing is not allowed or not yet, 429 after too many
     */
    Trial tryOut(UUID ticket, Actor actor, String system, Secret candidate);

    /**
     * How a password does.
     *
     * @param remembers how many former passwords the system refuses by itself
     */
    record Trial(List<Check.Rule> rules, int remembers) {}

    /**
     * Takes the password of a change out of force, if it is unused: itself a change, asked for by
     * Earnest.
     *
     * @return false if another change of the account runs; try again later
     */
    boolean expire(UUID change);

    /** Changes on a ticket, oldest first. */
    List<View> onTicket(UUID ticket);

    Optional<View> change(UUID id);

    /**
     * What a change was made to; that never changes.
     *
     * @throws java.util.NoSuchElementException if there is no such change
     */
    Made made(UUID id);

    /** Whose account it was, where, and what was done. */
    record Made(UUID person, String system, AccountRef account, Action action) {}

    /**
     * {@code intended -> asked -> took effect | refused | unknown}, {@code unknown -> took effect |
     * did not}.
     */
    enum State {
        INTENDED,
        ASKED,
        TOOK_EFFECT,
        REFUSED,
        UNKNOWN,
        DID_NOT,
        /** A 'no' came before it was asked. */
        CLOSED
    }

    /**
     * A change.
     *
     * @param reason why it was refused, closed or is unknown, in words
     * @param effect the account's mark once it took effect, or null
     * @param wrapped the temporary password while it is not handed over, or null
     */
    record View(
            UUID id,
            UUID ticket,
            UUID person,
            String system,
            @Nullable UUID accountId,
            AccountRef account,
            Action action,
            State state,
            @Nullable String reason,
            Instant intendedAt,
            @Nullable Instant settledAt,
            @Nullable String effect,
            List<OnServer> servers,
            @Nullable UUID wrapped,
            @Nullable PasswordStyle style) {}

    /** Told in the transaction in which a change was refused, closed or did not take effect. */
    record CameToNothing(
            UUID change,
            UUID ticket,
            UUID person,
            Action action,
            @Nullable UUID about,
            String reason) {}

    /** How far a change is on one server. */
    enum Arrival implements Worded {
        WAITING("waiting"),
        HAS_IT("has it"),
        /** Ten minutes after the change took effect it was not seen here. */
        BEHIND("behind");

        private final String word;

        Arrival(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** As the database keeps it. */
        @Converter(autoApply = true)
        static class Stored extends WordConverter<Arrival> {
            Stored() {
                super(Arrival.class);
            }
        }
    }

    @Schema(name = "ChangeOnServer")
    record OnServer(String server, Arrival state) {}

    /** Told in the transaction in which a change took effect. */
    record TookEffect(
            UUID change,
            UUID ticket,
            UUID person,
            String system,
            Action action,
            @Nullable UUID about,
            @Nullable UUID wrapped,
            @Nullable PasswordStyle style) {}
}
