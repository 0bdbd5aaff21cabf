package earnest.reports;

import earnest.channels.TicketChannels;
import earnest.ground.Problem;
import earnest.ground.Worded;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;

/** How long it takes from coming to being in, of the tickets on which somebody came in again. */
@Component
class HowLong {
    private static final Duration LONGEST = Duration.ofDays(400);

    private final TheRecord record;
    private final Tickets tickets;
    private final TicketChannels channels;

    HowLong(TheRecord record, Tickets tickets, TicketChannels channels) {
        this.record = record;
        this.tickets = tickets;
        this.channels = channels;
    }

    /**
     * Cases with their groups.
     *
     * @param others tickets on which nobody came in again, or not yet
     * @param groups most cases first
     */
    record Cases(
            List<Case> all,
            int others,
            Map<UUID, Tickets.Label> labels,
            Map<String, List<Case>> groups) {
        /**
         * Of a group, or all.
         *
         * @throws Problem 404 if there is no such group
         */
        List<Case> of(@Nullable String group) {
            if (group == null) {
                return all;
            }
            List<Case> of = groups.get(group);
            if (of == null) {
                throw Problem.unknown("group of cases in that time");
            }
            return of;
        }
    }

    /**
     * Those that began in a time.
     *
     * @throws Problem 422 if that is no time, or longer than 400 days
     */
    Cases cases(Grouping by, Instant since, Instant until) {
        if (!since.isBefore(until) || Duration.between(since, until).compareTo(LONGEST) > 0) {
            throw Problem.invalid("Ask for a time of 400 days at most, its beginning first.");
        }
        CaseReader reader = new CaseReader();
        record.moments(since, until, CaseReader.KINDS, reader::take);
        List<Case> all = reader.cases();
        Map<UUID, Tickets.Label> labels = tickets.labels(all.stream().map(Case::ticket).toList());
        Map<String, List<Case>> groups =
                all.stream()
                        .collect(
                                Collectors.groupingBy(
                                        one -> by.id(one, labels.get(one.ticket())),
                                        TreeMap::new,
                                        Collectors.toList()));
        Map<String, List<Case>> sorted = new LinkedHashMap<>();
        groups.entrySet().stream()
                .sorted(
                        Comparator.comparing(
                                (Map.Entry<String, List<Case>> group) -> -group.getValue().size()))
                .forEach(group -> sorted.put(group.getKey(), group.getValue()));
        return new Cases(all, reader.others(), labels, sorted);
    }

    /** How a group is called. */
    String words(Grouping by, String group) {
        return switch (by) {
            case CHANNEL -> channels.channel(group).words().one();
            case WAY -> wayWords(group);
        };
    }

    static String wayWords(String group) {
        if (group.isEmpty()) {
            return "Nothing proved";
        }
        String words = group.replace("+", ", ").replace('-', ' ');
        int last = words.lastIndexOf(", ");
        String joined =
                last < 0 ? words : words.substring(0, last) + " and " + words.substring(last + 2);
        return Character.toUpperCase(joined.charAt(0)) + joined.substring(1);
    }

    /** What cases are put together by. */
    enum Grouping implements Worded {
        CHANNEL,
        WAY;

        String id(Case one, Tickets.@Nullable Label label) {
            return switch (this) {
                case CHANNEL -> Objects.requireNonNull(label).channel();
                case WAY -> String.join("+", one.ways());
            };
        }
    }
}
