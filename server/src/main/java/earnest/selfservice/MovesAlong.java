package earnest.selfservice;

import java.util.Optional;
import java.util.UUID;

/**
 * What goes with a page to the browser in which its link was opened: else whoever began it would
 * keep what was proved by another. Registered as a {@code @Component}.
 */
public interface MovesAlong {
    /**
     * Moves, in the present transaction, to a browser that is given the cookie.
     *
     * @return the cookie, as a header's value; empty where nothing goes with a page of this ticket
     */
    Optional<String> moved(UUID ticket);
}
