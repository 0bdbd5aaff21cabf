package earnest.tickets;

import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.WordConverter;
import earnest.ground.Worded;

import jakarta.persistence.Converter;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * Tickets. Every deed on one begins by locking its row, so that decisions see what is committed.
 */
public interface Tickets {
    /** The ticket as it stands, or a 404. */
    View view(UUID ticket);

    /**
     * Locks the ticket for the present transaction.
     *
     * @throws earnest.ground.Problem 409 if it is closed or somebody else holds it
     */
    View hold(UUID ticket, Actor actor);

    /** As {@link #hold(UUID, Actor)}, by an analyst. */
    default View hold(UUID ticket, SignedIn me) {
        return hold(ticket, new Actor.AtDesk(me));
    }

    /** Locks the ticket for work that Earnest does by itself. */
    View lock(UUID ticket);

    /** As {@link #hold}, and nobody may have decided anything since {@code version}. */
    View hold(UUID ticket, Actor actor, long version);

    /** Marks that evidence, a stop or an intent came: decisions made on the former version fall. */
    void bump(UUID ticket);

    void answer(UUID ticket, SignedIn me);

    void take(UUID ticket, SignedIn me);

    void pass(UUID ticket, SignedIn me, UUID to);

    /** Ends the present call. */
    void hangUp(UUID ticket, SignedIn me);

    /** Ends the line that was held for a call back. */
    void hangUpHeld(UUID ticket, SignedIn me);

    /** Speaks on the held line of a ticket; whichever the analyst spoke on before is held. */
    void speak(UUID ticket, SignedIn me);

    /**
     * The analyst says, unheard, that whoever is there presses them; said twice, it is said once.
     */
    void pressed(UUID ticket, SignedIn me);

    void claim(UUID ticket, SignedIn me, UUID person, long version);

    void close(UUID ticket, SignedIn me, String summary, long version);

    /**
     * Somebody begins by themselves, where nobody at the desk has to take them: the ticket is open,
     * nobody holds it, and it names whom they say they are, once they said it. In the present
     * transaction.
     */
    UUID beginsAlone(String channel, String reference, @Nullable UUID person);

    /**
     * Somebody whom no analyst speaks with says who they are, in the present transaction; false if
     * an analyst holds the ticket by now, or it is closed: then it is theirs to say.
     */
    boolean namesThemselves(UUID ticket, UUID person);

    /**
     * Closes what was begun so, in the present transaction; nothing if it is closed. One with a
     * warning stays open for the desk.
     */
    void endsAlone(UUID ticket, String summary);

    /**
     * Opens a closed ticket again for the desk, with a warning, in the present transaction; one
     * that is open only gets the warning.
     */
    void reopen(UUID ticket, String words);

    /**
     * Notes when the person is to be rung back, and ends the line; null: not any more.
     *
     * @throws earnest.ground.Problem 422 if that is over, or more than a week away
     */
    void ringBack(UUID ticket, SignedIn me, @Nullable Instant at);

    /**
     * The line on a ticket goes on where one that is over broke off, on its ticket, which may be
     * another: whoever holds the line holds that then, and the other is closed. In the present
     * transaction.
     *
     * @param former the ticket on which it broke off
     * @param conversation the one that broke off
     * @throws earnest.ground.Problem 409 if nobody is on the line, or the former ticket is closed,
     *     has somebody on the line or names somebody else
     */
    void goOn(UUID ticket, SignedIn me, UUID former, UUID conversation);

    /** Puts a reminder on a ticket, or takes it away; where a warning stands, that stays. */
    void remind(UUID ticket, @Nullable String words);

    /** Puts a reminder on a ticket that stays until it is closed, or another warning comes. */
    void warn(UUID ticket, String words);

    /** A call that the desk placed was answered: the present line from now on. */
    UUID callBackBegins(UUID ticket, String call);

    /** What was proved on the held line counts on the called one, as the person confirmed. */
    void carryTo(UUID called);

    /** All that is not closed. */
    List<View> open();

    /** All that are not closed on which the person is named. */
    List<View> openOf(UUID person);

    /** All on which the person is named that are open or began since then, newest first. */
    List<View> ofPerson(UUID person, Instant since);

    /**
     * What else went on lately around a ticket that names a person.
     *
     * @param address from where whoever is there comes, or null
     */
    Around around(View ticket, UUID person, @Nullable String address, Instant now);

    /**
     * What went on around a ticket.
     *
     * @param other the latest other ticket within a day that names the person, or null
     * @param othersFromThere how many others were asked for from the address within a day
     * @param namedToHolder how many people were named to whoever holds the ticket, within an hour
     */
    record Around(@Nullable Other other, int othersFromThere, int namedToHolder) {}

    /**
     * Another ticket that names the same person.
     *
     * @param address the number or mailbox from where they came, or null
     */
    record Other(UUID ticket, Instant at, @Nullable String address) {}

    /** The numbers under which people know tickets. */
    Map<UUID, Long> numbers(Collection<UUID> ids);

    /** What is told of many tickets at once. */
    Map<UUID, Label> labels(Collection<UUID> ids);

    /** The number under which people know a ticket, and over which channel it came. */
    record Label(long number, String channel) {}

    /** The ticket of a number. */
    Optional<UUID> numbered(long number);

    /** A ticket's state. */
    enum State {
        RINGING,
        MISSED,
        OPEN,
        CLOSED
    }

    /**
     * A ticket.
     *
     * @param named how many people it was said to be
     * @param channel over which it came: {@code call}
     * @param talk the present conversation, or the latest when nobody is there
     * @param held the line that is held for the present one, or null
     * @param conversation the present one, or null when nobody is on the line
     * @param conversations the present one with those whose proof goes on in it
     * @param broughtBack all whose proof was brought back by pick-up words
     * @param pressedAt when its analyst said that they are pressed, or null
     * @param ringBackAt when the person is to be rung back, or null
     */
    record View(
            UUID id,
            long number,
            String channel,
            State state,
            Instant openedAt,
            @Nullable UUID holder,
            @Nullable UUID person,
            int named,
            @Nullable Talk talk,
            @Nullable Talk held,
            @Nullable UUID conversation,
            Set<UUID> conversations,
            Set<UUID> broughtBack,
            long version,
            @Nullable String summary,
            @Nullable String reminder,
            @Nullable Instant pressedAt,
            @Nullable Instant ringBackAt) {
        public String shown() {
            return "T-" + number;
        }

        /** Whether somebody is on the line and hears the analyst. */
        public boolean speaking() {
            return conversation != null && talk != null && talk.state() != TalkState.HELD;
        }

        /**
         * @throws earnest.ground.Problem 409 if the present line is held
         */
        public void mustBeSpeaking() {
            if (conversation != null && !speaking()) {
                throw new Problem(
                        409,
                        "line-held",
                        "The line is held: they do not hear you. Speak on it again first.");
            }
        }
    }

    /** How a conversation stands. */
    enum TalkState implements Worded {
        RINGING,
        ANSWERED,
        HELD,
        ENDED,
        DROPPED,
        MISSED;

        /** As the database keeps it. */
        @Converter(autoApply = true)
        static class Stored extends WordConverter<TalkState> {
            Stored() {
                super(TalkState.class);
            }
        }
    }

    /**
     * A conversation as others see it.
     *
     * @param reference by which its channel knows it
     * @param facts that the channel gives; claims, not proofs
     * @param called whether the desk began it
     */
    record Talk(
            String reference,
            String channel,
            Map<String, String> facts,
            boolean called,
            TalkState state,
            Instant rangAt,
            @Nullable Instant answeredAt,
            @Nullable Instant endedAt) {}

    /** Told in the transaction in which a caller was taken to say who they are. */
    record Claimed(
            UUID ticket,
            UUID conversation,
            UUID person,
            @Nullable UUID former,
            String channel,
            Map<String, String> facts,
            Actor by) {}

    /** Told in the transaction in which somebody begins. */
    record Opened(UUID ticket, String channel) {}

    /** Told in the transaction in which an analyst takes a ticket, from nobody or a colleague. */
    record Taken(UUID ticket, SignedIn by) {}

    /** Told in the transaction in which the line of a ticket broke off, and nobody is there. */
    record Dropped(UUID ticket) {}

    /** Told in the transaction in which a ticket is closed. */
    record Closed(UUID ticket) {}

    /**
     * Told when a ticket changes hands or ends: what its holder had open ends too.
     *
     * @param by null: Earnest itself
     */
    record LetGo(UUID ticket, @Nullable Actor by) {}
}
