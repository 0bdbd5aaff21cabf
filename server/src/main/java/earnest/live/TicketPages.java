package earnest.live;

import earnest.access.SignedIn;

import org.jspecify.annotations.Nullable;

import java.util.UUID;

/**
 * The pages of tickets, as they are shown without asking to whoever has one open, whenever
 * something was recorded on it.
 */
public interface TicketPages {
    /**
     * A ticket as somebody sees it, or null if they have no right to. May be called by many threads
     * at once. Throws a {@link earnest.ground.Problem} 404 if there is no such ticket.
     */
    @Nullable Object shownTo(SignedIn who, UUID ticket);
}
