package earnest.pickup;

import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

/** Pick-up words as the page shows them. */
public interface PickUps {
    /** How it is with pick-up words on a ticket. */
    OnPage onPage(Tickets.View ticket);

    /**
     * What can be done.
     *
     * @param to where words could be sent, in words; null: nowhere, or nothing is to be brought
     *     back
     * @param sent how far those are that were sent for this ticket, in a sentence; or null
     * @param waits whether words of this person wait to be said in the conversation of this ticket
     */
    @Schema(name = "PickUpOnTicket")
    record OnPage(@Nullable String to, @Nullable String sent, boolean waits) {}
}
