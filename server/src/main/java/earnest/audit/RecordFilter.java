package earnest.audit;

import earnest.ground.Problem;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Arrays;
import java.util.UUID;

/**
 * What the record is asked for, as the page's sentence says it; null asks for all.
 *
 * @param ticket its number
 * @param kind as entries name it
 * @param since entries from then on
 * @param until entries before then
 */
record RecordFilter(
        @Nullable Long ticket,
        @Nullable UUID person,
        @Nullable UUID analyst,
        @Nullable String kind,
        @Nullable Instant since,
        @Nullable Instant until) {
    /**
     * The question as the record takes it.
     *
     * @throws Problem 404 if there is no such ticket, 422 if there are no entries of that kind
     */
    TheRecord.Query query(
            Tickets tickets, @Nullable Instant before, @Nullable UUID beforeEntry, int most) {
        return new TheRecord.Query(
                ticket == null
                        ? null
                        : tickets.numbered(ticket).orElseThrow(() -> Problem.unknown("ticket")),
                person,
                analyst,
                known(),
                since,
                until,
                before,
                beforeEntry,
                most);
    }

    private @Nullable EntryKind known() {
        if (kind == null) {
            return null;
        }
        return Arrays.stream(EntryKind.values())
                .filter(one -> one.id().equals(kind))
                .findFirst()
                .orElseThrow(() -> Problem.invalid("The record has no entries of that kind."));
    }

    /** Puts on an entry what was asked, so that it says what somebody got to see. */
    Entry on(Entry entry) {
        return entry.data("about", RecordFilterWords.of(this))
                .data("askedTicket", ticket)
                .data("askedPerson", text(person))
                .data("askedAnalyst", text(analyst))
                .data("askedKind", kind)
                .data("askedSince", text(since))
                .data("askedUntil", text(until));
    }

    private static @Nullable String text(@Nullable Object value) {
        return value == null ? null : value.toString();
    }
}
