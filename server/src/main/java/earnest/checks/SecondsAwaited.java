package earnest.checks;

import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import java.util.List;
import java.util.UUID;

/** What colleagues are waited for to agree to, whatever the rule and the deed are. Thread-safe. */
public interface SecondsAwaited {
    /**
     * What is asked on a ticket and was not answered, the latest first; nothing for whoever holds
     * it, who is no second person there.
     *
     * @param who looks
     */
    List<Waiting> on(Tickets.View ticket, UUID who);

    /**
     * One that waits for an answer.
     *
     * @param deed what it is about, after "to", such as {@code unlock an account in Directory}
     */
    @Schema(name = "SecondPersonAwaited")
    record Waiting(UUID id, String deed, String askedByName) {}
}
