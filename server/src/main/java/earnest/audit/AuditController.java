package earnest.audit;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.QueryObject;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.SealedRecord;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;

/** The Record page's questions. Each reading is itself an entry. */
@RestController
class AuditController {
    private static final int MOST = 100;

    /**
     * Entries that were asked for.
     *
     * @param seals the first seal over each of them
     */
    @Schema(name = "EntriesRead")
    record Reading(List<Read> entries, boolean more, List<SealedRecord.Sealing> seals) {}

    /**
     * An entry.
     *
     * @param ticket the number under which people know the ticket, or null
     * @param restedOn numbers of the entries that allowed it, as far as they have one
     */
    @Schema(name = "EntryRead")
    record Read(@Nullable String ticket, TheRecord.Row entry, List<Long> restedOn) {}

    private final TheRecord record;
    private final SealedRecord sealed;
    private final Tickets tickets;
    private final Writes writes;

    AuditController(TheRecord record, SealedRecord sealed, Tickets tickets, Writes writes) {
        this.sealed = sealed;
        this.tickets = tickets;
        this.record = record;
        this.writes = writes;
    }

    /** {@code before} and {@code beforeEntry}: the last entry of the page before. */
    @ApiCall(
            id = "readRecord",
            summary =
                    "Reads entries, latest first, a page at a time. Each page that is read is "
                            + "an entry itself.",
            more =
                    "Without any of what it may be asked with it reads everything. The next page is"
                        + " asked for with `before` and `beforeEntry`: the time and the id of the"
                        + " last entry of the page before.",
            asked = {
                "ticket=1042: the number of a ticket, without its T-",
                "person=0199c0de-0000-7000-8000-000000000001: the id of a person",
                "analyst=0199c0de-0000-7000-8000-000000000001: the id of somebody who works here",
                "kind=change-took-effect: a kind of entry, as GET /api/record/kinds lists it",
                "since=2026-11-01T00:00:00Z: entries from then on",
                "until=2026-12-01T00:00:00Z: entries before then",
                "before=2026-11-20T08:00:00Z: entries before this one",
                "beforeEntry=0199c0de-0000-7000-8000-000000000001: the id of that entry"
            },
            refuses = {"422 invalid"})
    @GetMapping("/api/record")
    Reading read(
            SignedIn me,
            @QueryObject RecordFilter question,
            @RequestParam @Nullable Instant before,
            @RequestParam @Nullable UUID beforeEntry) {
        me.must(Right.READ_RECORD);
        List<TheRecord.Row> rows =
                record.find(question.query(tickets, before, beforeEntry, MOST + 1));
        writes.run(
                () ->
                        record.append(
                                question.on(
                                                Entry.by(EntryKind.RECORD_READ, me.id(), me.name())
                                                        .data(
                                                                "entries",
                                                                Math.min(MOST, rows.size())))
                                        .data(
                                                "before",
                                                before == null ? null : before.toString())));
        Map<UUID, Long> numbers =
                tickets.numbers(
                        rows.stream()
                                .map(TheRecord.Row::ticket)
                                .filter(Objects::nonNull)
                                .collect(Collectors.toSet()));
        Map<UUID, Long> evidence =
                sealed.numbers(
                        rows.stream().flatMap(row -> restedOn(row).stream()).distinct().toList());
        return new Reading(
                rows.stream().limit(MOST).map(row -> read(row, numbers, evidence)).toList(),
                rows.size() > MOST,
                sealed.seals(
                        rows.stream()
                                .map(TheRecord.Row::sealedUnder)
                                .filter(Objects::nonNull)
                                .collect(Collectors.toSet())));
    }

    private static List<UUID> restedOn(TheRecord.Row row) {
        TheRecord.Why why = row.why();
        return why == null ? List.of() : why.evidence();
    }

    private static Read read(TheRecord.Row row, Map<UUID, Long> numbers, Map<UUID, Long> evidence) {
        Long number = row.ticket() == null ? null : numbers.get(row.ticket());
        return new Read(
                number == null ? null : "T-" + number,
                row,
                restedOn(row).stream()
                        .map(evidence::get)
                        .filter(Objects::nonNull)
                        .sorted()
                        .toList());
    }

    /** All kinds, for the slot of the sentence. */
    @ApiCall(id = "entryKinds", summary = "Lists the kinds that entries can have.")
    @GetMapping("/api/record/kinds")
    List<String> kinds(SignedIn me) {
        me.must(Right.READ_RECORD);
        return Arrays.stream(EntryKind.values()).map(EntryKind::id).toList();
    }
}
