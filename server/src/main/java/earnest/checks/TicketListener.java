package earnest.checks;

import earnest.tickets.Tickets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What happens to a ticket touches its checks in the same transaction. */
@Component
class TicketListener {
    private final Proving proving;

    TicketListener(Proving proving) {
        this.proving = proving;
    }

    @EventListener
    void on(Tickets.Claimed claimed) {
        proving.endOpen(claimed.ticket(), claimed.by());
        proving.numberShown(claimed);
    }

    @EventListener
    void on(Tickets.LetGo letGo) {
        proving.endOpen(letGo.ticket(), letGo.by());
    }
}
