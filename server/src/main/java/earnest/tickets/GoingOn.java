package earnest.tickets;

import earnest.access.SignedIn;
import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.util.UUID;

/** A line goes on where one that is over broke off, with all that was under way there. */
@Component
class GoingOn {
    private final Holding holding;
    private final Conversations talks;
    private final Owning owning;
    private final Closing closing;

    GoingOn(Holding holding, Conversations talks, Owning owning, Closing closing) {
        this.holding = holding;
        this.talks = talks;
        this.owning = owning;
        this.closing = closing;
    }

    void goOn(UUID id, SignedIn me, UUID formerId, UUID brokeOff) {
        // Both rows, always in one order, so that two such steps do not wait for each other.
        if (formerId.compareTo(id) < 0) {
            holding.locked(formerId);
        }
        Ticket ticket = holding.held(id, me);
        Conversation line = talks.live(ticket);
        if (line == null || line.held() || line.id.equals(brokeOff)) {
            throw new Problem(
                    409, "no-call", "Nobody new is on the line whose words these could be.");
        }
        Ticket former = holding.locked(formerId);
        if (former.state != Tickets.State.OPEN
                || former.personId == null
                || !former.personId.equals(ticket.personId)) {
            throw new Problem(
                    409,
                    "gone-on",
                    "T-%d is closed, or names somebody else by now. Begin anew here."
                            .formatted(former.number));
        }
        if (former != ticket) {
            if (!former.channel.equals(line.channel)) {
                throw new Problem(
                        409,
                        "other-channel",
                        "T-%d came over another channel and cannot go on here. Prove them anew."
                                .formatted(former.number));
            }
            if (talks.live(former) != null) {
                throw new Problem(
                        409,
                        "somebody-there",
                        "Somebody is on the line of T-%d at this moment. Ask whoever holds it."
                                .formatted(former.number));
            }
            talks.moveTo(former, ticket, line);
            owning.takes(former, me);
            ticket.wentOnAs = former.id;
            closing.closed(ticket, me, "Went on as T-%d.".formatted(former.number));
        }
        former.ringBackAt = null;
        former.version++;
        talks.bringBack(brokeOff, line, me);
    }
}
