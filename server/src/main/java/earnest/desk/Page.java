package earnest.desk;

import earnest.changes.Changes;
import earnest.channels.ChannelWords;
import earnest.checks.SecondsAwaited;
import earnest.checks.Standing;
import earnest.handover.Handovers;
import earnest.people.People;
import earnest.pickup.PickUps;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * One open page: a ticket with all that an analyst needs to go on, but the live state of accounts.
 *
 * @param written what both sides wrote, or null where one does not write
 * @param toAgree what whoever looks is asked to agree to, as a second person
 * @param suggested whose number it is that the call shows; a suggestion, never a choice
 */
@Schema(name = "TicketPage")
record Page(
        Ticket ticket,
        List<People.Found> suggested,
        @Nullable Who who,
        @Nullable Written written,
        Standing.Reckoning proof,
        List<SecondsAwaited.Waiting> toAgree,
        PickUps.OnPage pickUp,
        List<Done> changes,
        @Nullable Handover handover,
        List<TheRecord.Row> tape) {

    /**
     * The ticket.
     *
     * @param words what is said of conversations over its channel
     * @param talk the present conversation, or the latest
     * @param held the line that is held for the present one, or null
     * @param speaking whether whoever is on the line hears the analyst
     */
    @Schema(name = "TicketOnPage")
    record Ticket(
            UUID id,
            String number,
            Tickets.State state,
            Instant openedAt,
            @Nullable UUID holder,
            @Nullable String holderName,
            boolean mine,
            ChannelWords words,
            @Nullable Talk talk,
            @Nullable Talk held,
            boolean onTheLine,
            boolean speaking,
            long version,
            @Nullable String summary,
            @Nullable String reminder,
            @Nullable Instant pressedAt,
            @Nullable Instant ringBackAt) {}

    /**
     * What both sides wrote.
     *
     * @param understood what it wants, or null while that is not clear
     */
    @Schema(name = "WrittenOnTicket")
    record Written(
            List<earnest.written.Written.Line> lines,
            earnest.written.Wants.@Nullable Understood understood) {}

    /**
     * A conversation.
     *
     * @param address from where it comes, masked, or null where that is not said
     */
    @Schema(name = "ConversationOnTicket")
    record Talk(
            String channel, @Nullable String address, boolean called, Tickets.TalkState state) {}

    /**
     * The person that the caller says they are; nothing here would help to prompt a caller.
     *
     * @param wishes how they want to be spoken with, in words, or null
     * @param heardAlone whether a secret may be spoken with them
     * @param devices what they have for being proved, in words
     * @param facts what may be asked, without the values
     * @param alsoOnTheLine other tickets on which a line says to be the same person now
     * @param inForce a temporary password that is in force unused, or null
     */
    @Schema(name = "PersonOnTicket")
    record Who(
            UUID id,
            String name,
            @Nullable String given,
            String account,
            @Nullable String title,
            @Nullable String place,
            @Nullable String speaks,
            @Nullable String wishes,
            boolean heardAlone,
            String claim,
            List<ContactLine> contacts,
            List<String> devices,
            List<String> facts,
            List<String> groups,
            List<Earlier> earlier,
            List<AlsoHere> alsoOnTheLine,
            @Nullable InForce inForce,
            boolean gone) {}

    /** Another ticket with a line of the same person. */
    @Schema(name = "OtherTicketOfPerson")
    record AlsoHere(UUID ticket, String number, @Nullable String holder) {}

    /** A temporary password that was not used yet. */
    @Schema(name = "PasswordInForce")
    record InForce(UUID ticket, String number, Instant since, Instant until) {}

    @Schema(name = "ContactOnTicket")
    record ContactLine(
            UUID id,
            String label,
            String masked,
            @Nullable String note,
            boolean tooNew,
            boolean telephone,
            @Nullable String route,
            @Nullable String brings) {}

    @Schema(name = "EarlierTicket")
    record Earlier(UUID ticket, String number, String words, Instant at) {}

    @Schema(name = "ChangeOnTicket")
    record Done(
            UUID id,
            String system,
            String action,
            String label,
            Changes.State state,
            @Nullable String reason,
            List<Changes.OnServer> servers,
            Instant at) {}

    /**
     * The handover with the contacts that a message may go to.
     *
     * @param system what the system is called whose password it is
     * @param behind what those are called whose passwords wait behind it
     */
    @Schema(name = "HandoverOnTicket")
    record Handover(
            Handovers.View state,
            String system,
            List<String> behind,
            List<ContactLine> contacts,
            List<String> told) {}
}
