package earnest.core.decisions;

import earnest.core.assurance.Wanted;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * What the entries so far say of checks. Those of tickets that were closed long ago are forgotten,
 * so that memory does not grow with the record; every 'no' is kept. Not thread-safe.
 */
final class Known {
    /** So many closed tickets are remembered, since one can be opened again. */
    private static final int CLOSED_TICKETS = 20_000;

    private final Map<String, List<CheckEnded>> ofTickets = new HashMap<>();
    private final Map<String, List<CheckEnded>> denials = new HashMap<>();
    private final Set<String> lifted = new HashSet<>();
    private final Map<String, List<CheckEnded>> ofClosed =
            new LinkedHashMap<>(16, 0.75f, false) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<String, List<CheckEnded>> eldest) {
                    return size() > CLOSED_TICKETS;
                }
            };

    private final Map<String, List<SecondAgreed>> agreed =
            new LinkedHashMap<>(16, 0.75f, false) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<String, List<SecondAgreed>> eldest) {
                    return size() > CLOSED_TICKETS;
                }
            };

    void agreed(SecondAgreed second) {
        agreed.computeIfAbsent(second.ticket(), t -> new ArrayList<>()).add(second);
    }

    boolean agreedTo(String ticket, Wanted wanted, Instant now) {
        return agreed.getOrDefault(ticket, List.of()).stream()
                .anyMatch(second -> second.covers(wanted, now));
    }

    void ended(CheckEnded check) {
        if (check.ticket() != null) {
            ofTicket(check.ticket()).add(check);
        }
        if (check.is("denied") && check.person() != null) {
            denials.computeIfAbsent(check.person(), p -> new ArrayList<>()).add(check);
        }
    }

    private List<CheckEnded> ofTicket(String ticket) {
        List<CheckEnded> closed = ofClosed.remove(ticket);
        if (closed != null) {
            ofTickets.put(ticket, closed);
        }
        return ofTickets.computeIfAbsent(ticket, t -> new ArrayList<>());
    }

    void closed(String ticket) {
        List<CheckEnded> checks = ofTickets.remove(ticket);
        if (checks != null) {
            ofClosed.put(ticket, checks);
        }
    }

    void lifted(@Nullable String person) {
        if (person != null) {
            lifted.add(person);
        }
    }

    boolean wasLifted(String person) {
        return lifted.contains(person);
    }

    /** Those of a ticket, and every 'no' of a person wherever it was said. */
    List<CheckEnded> bearing(String ticket, String person) {
        List<CheckEnded> bearing =
                new ArrayList<>(
                        Objects.requireNonNullElseGet(
                                ofTickets.get(ticket),
                                () -> ofClosed.getOrDefault(ticket, List.of())));
        denials.getOrDefault(person, List.of()).stream()
                .filter(denial -> !ticket.equals(denial.ticket()))
                .forEach(bearing::add);
        return bearing;
    }
}
