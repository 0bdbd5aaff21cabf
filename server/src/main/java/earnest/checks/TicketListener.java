package earnest.checks;

import earnest.tickets.Tickets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What happens to a ticket touches its checks in the same transaction. */
@Component
class TicketListener {
    private final Proving proving;
    private final NumberShown numberShown;
    private final Rulebooks rulebooks;

    TicketListener(Proving proving, NumberShown numberShown, Rulebooks rulebooks) {
        this.rulebooks = rulebooks;
        this.proving = proving;
        this.numberShown = numberShown;
    }

    @EventListener
    void on(Tickets.Claimed claimed) {
        proving.endOpen(claimed.ticket(), claimed.by());
        numberShown.compare(claimed);
    }

    @EventListener
    void on(Tickets.Closed closed) {
        rulebooks.closedUnder(closed.ticket());
    }

    @EventListener
    void on(Tickets.LetGo letGo) {
        proving.endOpen(letGo.ticket(), letGo.by());
    }
}
