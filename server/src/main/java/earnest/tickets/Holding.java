package earnest.tickets;

import earnest.access.Analysts;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.channels.TicketChannels;
import earnest.ground.Problem;
import earnest.ground.Writes;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Locks tickets, and sees that only their holder acts on them. */
@Component
class Holding {
    private final TicketRepository tickets;
    private final TicketChannels channels;
    private final Analysts analysts;

    Holding(TicketRepository tickets, TicketChannels channels, Analysts analysts) {
        this.tickets = tickets;
        this.channels = channels;
        this.analysts = analysts;
    }

    /** Locked once, it stays so until the transaction ends. */
    Ticket locked(UUID id) {
        return (Writes.isFirst("ticket " + id) ? tickets.lock(id) : tickets.findById(id))
                .orElseThrow(() -> Problem.unknown("ticket"));
    }

    /**
     * Locks a ticket and reads it with its conversations, in one statement; nothing where it is
     * locked already.
     */
    List<Object[]> lockedWithTalks(UUID id) {
        return Writes.isFirst("ticket " + id) ? tickets.lockWithConversations(id) : List.of();
    }

    Ticket held(UUID id, Actor actor) {
        return switch (actor) {
            case Actor.AtDesk(SignedIn me) -> held(id, me);
            case Actor.Alone(UUID person) -> alone(id, person);
        };
    }

    /**
     * Whoever is on a page of their own acts on their own ticket, until somebody takes it; where
     * one writes with the desk, the page stands beside that.
     */
    private Ticket alone(UUID id, UUID person) {
        Ticket ticket = locked(id);
        if (ticket.holderId != null && !channels.channel(ticket.channel).written()) {
            throw new Problem(
                    409,
                    "held-by-another",
                    "Somebody at the service desk goes on with this. They will reach you.");
        }
        if (ticket.state != Tickets.State.OPEN
                || ticket.conversationId == null
                || !person.equals(ticket.personId)) {
            throw new Problem(409, "page-over", "This page is over. Begin again.");
        }
        return ticket;
    }

    Ticket held(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        Ticket ticket = locked(id);
        if (ticket.state == Tickets.State.CLOSED) {
            throw new Problem(
                    409,
                    "closed",
                    "This ticket is closed. If the person needs more, take their next call.");
        }
        if (!me.id().equals(ticket.holderId)) {
            throw new Problem(
                    409,
                    "held-by-another",
                    "%s You can read along; take it over to act."
                            .formatted(holds(ticket.holderId)));
        }
        return ticket;
    }

    /**
     * As {@link #held(UUID, SignedIn)}, and nobody may have decided anything since {@code version}.
     */
    Ticket held(UUID id, SignedIn me, long version) {
        return held(id, new Actor.AtDesk(me), version);
    }

    Ticket held(UUID id, Actor actor, long version) {
        Ticket ticket = held(id, actor);
        if (ticket.version != version) {
            throw new Problem(
                    409,
                    "changed-meanwhile",
                    "Something came in on this ticket a moment ago. Look at the page again, then"
                            + " decide.");
        }
        return ticket;
    }

    /** Who holds it, as a sentence. */
    String holds(@Nullable UUID holder) {
        return Optional.ofNullable(holder)
                .flatMap(analysts::find)
                .map(c -> c.name() + " holds this ticket.")
                .orElse("Nobody holds this ticket.");
    }
}
