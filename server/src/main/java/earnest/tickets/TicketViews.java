package earnest.tickets;

import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;

/** Tickets with their conversations, as others see them. */
@Component
class TicketViews {
    private final TicketRepository tickets;
    private final ConversationRepository conversations;

    TicketViews(TicketRepository tickets, ConversationRepository conversations) {
        this.tickets = tickets;
        this.conversations = conversations;
    }

    /** One of them, read in one query. */
    Tickets.View of(UUID id) {
        return ofRows(tickets.withConversations(id)).stream()
                .findFirst()
                .orElseThrow(() -> Problem.unknown("ticket"));
    }

    /** Rows of tickets, each with its conversations, in their order. */
    static List<Tickets.View> ofRows(List<Object[]> rows) {
        Map<Ticket, List<Conversation>> talks = new LinkedHashMap<>();
        for (Object[] row : rows) {
            List<Conversation> all =
                    talks.computeIfAbsent((Ticket) row[0], ticket -> new ArrayList<>());
            if (row[1] != null) {
                all.add((Conversation) row[1]);
            }
        }
        return talks.entrySet().stream().map(e -> view(e.getKey(), e.getValue())).toList();
    }

    List<Tickets.View> of(List<Ticket> found) {
        if (found.isEmpty()) {
            return List.of();
        }
        Map<UUID, List<Conversation>> byTicket =
                conversations
                        .findByTicketIdInOrderByRangAt(
                                found.stream().map(t -> t.id).collect(Collectors.toSet()))
                        .stream()
                        .collect(Collectors.groupingBy(c -> c.ticketId));
        return found.stream().map(t -> view(t, byTicket.getOrDefault(t.id, List.of()))).toList();
    }

    /** {@code all} conversations of the ticket, oldest first. */
    private static Tickets.View view(Ticket t, List<Conversation> all) {
        Conversation c =
                all.stream()
                        .filter(one -> one.id.equals(t.conversationId))
                        .findFirst()
                        .orElse(all.isEmpty() ? null : all.getLast());
        List<Conversation> counting =
                all.stream()
                        .filter(
                                one ->
                                        t.conversationId != null
                                                && (one.id.equals(t.conversationId)
                                                        || t.conversationId.equals(one.carriedTo)))
                        .toList();
        Tickets.Talk held =
                all.stream()
                        .filter(one -> one.held() && !one.id.equals(t.conversationId))
                        .map(Conversation::talk)
                        .findFirst()
                        .orElse(null);
        return new Tickets.View(
                t.id,
                t.number,
                t.channel,
                t.state,
                t.openedAt,
                t.holderId,
                t.personId,
                t.named,
                c == null ? null : c.talk(),
                held,
                t.conversationId,
                counting.stream().map(one -> one.id).collect(Collectors.toSet()),
                all.stream()
                        .filter(one -> one.broughtBack)
                        .map(one -> one.id)
                        .collect(Collectors.toSet()),
                t.version,
                t.summary,
                t.reminder,
                t.pressedAt,
                t.ringBackAt);
    }
}
