package earnest.handover;

import earnest.ground.Reading;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Which handover of a ticket is the one now: a person takes one password at a time, so of several
 * the first that nobody has yet, else the last.
 */
@Component
class CurrentHandover {
    private final HandoverRepository handovers;
    private final Clock clock;

    CurrentHandover(HandoverRepository handovers, Clock clock) {
        this.handovers = handovers;
        this.clock = clock;
    }

    Optional<Handover> of(UUID ticket) {
        return now(all(ticket));
    }

    /** The same, and all of the ticket locked in the present transaction. */
    Optional<Handover> locked(UUID ticket) {
        return now(handovers.lockAll(ticket));
    }

    private Optional<Handover> now(List<Handover> all) {
        return toHandOver(all).stream()
                .findFirst()
                .or(() -> all.isEmpty() ? Optional.empty() : Optional.of(all.getLast()));
    }

    /** Those of a ticket that wait behind the one now. */
    List<Handover> behind(UUID ticket) {
        return toHandOver(all(ticket)).stream().skip(1).toList();
    }

    private List<Handover> all(UUID ticket) {
        return Reading.once(
                () -> handovers.findByTicketIdOrderByMadeAt(ticket), "handovers", ticket);
    }

    private List<Handover> toHandOver(List<Handover> all) {
        Instant now = clock.instant();
        return all.stream()
                .filter(handover -> handover.state.toHandOver() && handover.expiresAt.isAfter(now))
                .toList();
    }
}
