package earnest.changes;

import earnest.ground.Reading;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/** Changes as they are read. */
@Component
class Done {
    private static final int MOST_MADE = 5_000;

    private final ChangeRepository changes;
    private final ServerRepository servers;
    private final Map<UUID, Changes.Made> made = new ConcurrentHashMap<>();

    Done(ChangeRepository changes, ServerRepository servers) {
        this.changes = changes;
        this.servers = servers;
    }

    List<Changes.View> onTicket(UUID ticket) {
        return views(changes.findByTicketIdOrderByIntendedAt(ticket));
    }

    Optional<Changes.View> change(UUID id) {
        return Reading.once(
                () -> changes.findById(id).map(change -> views(List.of(change)).getFirst()),
                "change",
                id);
    }

    /** The columns that it rests on are written once, so it is read once. */
    Changes.Made made(UUID id) {
        Changes.Made known = made.get(id);
        if (known == null) {
            AccountChange change = changes.findById(id).orElseThrow();
            known = new Changes.Made(change.personId, change.system, change.ref(), change.action);
            if (made.size() >= MOST_MADE) {
                made.clear();
            }
            made.put(id, known);
        }
        return known;
    }

    private List<Changes.View> views(List<AccountChange> found) {
        if (found.isEmpty()) {
            return List.of();
        }
        Map<UUID, List<ServerRow>> rows =
                servers.findByKeyChangeIdIn(found.stream().map(c -> c.id).toList()).stream()
                        .collect(Collectors.groupingBy(row -> row.key.changeId()));
        return found.stream().map(c -> view(c, rows.getOrDefault(c.id, List.of()))).toList();
    }

    private static Changes.View view(AccountChange c, List<ServerRow> rows) {
        @Nullable UUID wrapped = c.wrappedId;
        return new Changes.View(
                c.id,
                c.ticketId,
                c.personId,
                c.system,
                c.accountId,
                c.ref(),
                c.action,
                c.state,
                c.reason,
                c.intendedAt,
                c.settledAt,
                c.effectMark,
                rows.stream().map(r -> new Changes.OnServer(r.key.server(), r.state)).toList(),
                wrapped,
                c.style);
    }
}
