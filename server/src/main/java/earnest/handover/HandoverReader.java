package earnest.handover;

import earnest.channels.Messages;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Handovers as they are read. */
@Component
class HandoverReader {
    private final HandoverRepository handovers;
    private final Messages messages;

    HandoverReader(HandoverRepository handovers, Messages messages) {
        this.handovers = handovers;
        this.messages = messages;
    }

    Optional<Handovers.View> onTicket(UUID ticket) {
        return handovers.findFirstByTicketIdOrderByMadeAtDesc(ticket).map(this::view);
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
