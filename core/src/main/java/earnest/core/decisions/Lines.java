package earnest.core.decisions;

import org.jspecify.annotations.Nullable;

import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/**
 * What the entries so far say of conversations: which are over, and of which the proof was carried
 * on into a later one. Those of the tickets named longest ago are forgotten. Not thread-safe.
 */
final class Lines {
    private static final int TICKETS = 50_000;

    /** By what the proof of a line was carried on. */
    private static final String WORDS = "words";

    private record OfTicket(Set<String> over, Set<String> carried, Set<String> byWords) {}

    private final Map<String, OfTicket> tickets =
            new LinkedHashMap<>(16, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<String, OfTicket> eldest) {
                    return size() > TICKETS;
                }
            };

    private OfTicket of(String ticket) {
        return tickets.computeIfAbsent(
                ticket, t -> new OfTicket(new HashSet<>(), new HashSet<>(), new HashSet<>()));
    }

    void ended(@Nullable String ticket, @Nullable String line) {
        if (ticket != null && line != null) {
            of(ticket).over.add(line);
        }
    }

    void carried(@Nullable String ticket, Collection<String> lines, @Nullable String by) {
        if (ticket == null) {
            return;
        }
        OfTicket known = of(ticket);
        known.carried.addAll(lines);
        if (WORDS.equals(by)) {
            known.byWords.addAll(lines);
        }
    }

    /** Whether a conversation ended, and nothing carried on what was proved in it. */
    boolean isOver(String ticket, String line) {
        OfTicket known = tickets.get(ticket);
        return known != null && known.over.contains(line) && !known.carried.contains(line);
    }

    /** Whether what was proved in it was brought back by pick-up words. */
    boolean wasBroughtBack(@Nullable String ticket, @Nullable String line) {
        OfTicket known = ticket == null ? null : tickets.get(ticket);
        return known != null && line != null && known.byWords.contains(line);
    }
}
