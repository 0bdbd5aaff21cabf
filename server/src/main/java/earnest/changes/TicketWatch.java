package earnest.changes;

import earnest.tickets.Tickets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** When a ticket names somebody else, what was decided for the former one is not asked any more. */
@Component
class TicketWatch {
    private final ChangeRepository changes;
    private final Settling settling;

    TicketWatch(ChangeRepository changes, Settling settling) {
        this.changes = changes;
        this.settling = settling;
    }

    @EventListener
    void on(Tickets.Claimed claimed) {
        if (claimed.former() == null) {
            return;
        }
        changes.intendedOn(claimed.ticket())
                .forEach(
                        id ->
                                changes.findById(id)
                                        .ifPresent(
                                                change ->
                                                        settling.close(
                                                                change,
                                                                "the ticket names somebody else"
                                                                        + " now")));
    }
}
