package earnest.handover;

import earnest.channels.Messages;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Handovers as they are read. */
@Component
class HandoverReader {
    private final HandoverRepository handovers;
    private final CurrentHandover current;
    private final Messages messages;

    HandoverReader(HandoverRepository handovers, CurrentHandover current, Messages messages) {
        this.handovers = handovers;
        this.current = current;
        this.messages = messages;
    }

    Optional<Handovers.View> onTicket(UUID ticket) {
        return current.of(ticket).map(this::view);
    }

    List<UUID> behind(UUID ticket) {
        return current.behind(ticket).stream().map(handover -> handover.changeId).toList();
    }

    List<Handovers.View> allOnTicket(UUID ticket) {
        return handovers.findByTicketIdOrderByMadeAt(ticket).stream().map(this::view).toList();
    }

    Optional<Handovers.InForce> inForce(UUID person) {
        return handovers.inForce(person).stream()
                .filter(h -> h.state != Handovers.State.WITHDRAWN)
                .findFirst()
                .map(h -> new Handovers.InForce(h.ticketId, h.madeAt, h.expiresAt));
    }

    private Handovers.View view(Handover h) {
        String trouble =
                messages.about(h.id).stream()
                        .reduce((a, b) -> b)
                        .map(Messages.Sent::said)
                        .orElse(null);
        return new Handovers.View(
                h.id,
                h.changeId,
                h.route.word(),
                h.style,
                h.contactId,
                h.state,
                h.groupCount,
                h.saidBack,
                h.madeAt,
                h.expiresAt,
                h.inAt,
                h.remindedAt != null,
                trouble);
    }
}
