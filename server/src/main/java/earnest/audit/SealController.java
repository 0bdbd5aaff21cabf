package earnest.audit;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.QueryObject;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.RecordFiles;
import earnest.record.SealedRecord;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

import java.util.Arrays;
import java.util.Locale;
import java.util.UUID;

/** What proves the record to those who do not trust it. Each taking-out is itself an entry. */
@RestController
class SealController {
    private static final String ENTRIES = "X-Earnest-Entries";

    record KeyChangeWanted(@NotBlank @Size(max = 400) String reason) {}

    private final SealedRecord sealed;
    private final RecordFiles files;
    private final TheRecord record;
    private final Tickets tickets;
    private final Writes writes;

    SealController(
            SealedRecord sealed,
            RecordFiles files,
            TheRecord record,
            Tickets tickets,
            Writes writes) {
        this.sealed = sealed;
        this.files = files;
        this.record = record;
        this.tickets = tickets;
        this.writes = writes;
    }

    @ApiCall(
            id = "sealingKey",
            summary =
                    "Gives the key that seals are checked with, and the keys that were given "
                            + "up.")
    @GetMapping("/api/record/key")
    SealedRecord.Keys keys(SignedIn me) {
        me.must(Right.READ_RECORD);
        return sealed.keys();
    }

    /** Changes the key; what comes of it is seen by asking for the keys again, a second later. */
    @ApiCall(
            id = "changeSealingKey",
            summary = "Changes the key that seals; the old one seals that as its last.",
            refuses = {"403 prove-again", "409 key-is-changing"},
            example = "{\"reason\": \"Planned change, once a year.\"}")
    @PostMapping("/api/record/key")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void changeKey(SignedIn me, @Valid @RequestBody KeyChangeWanted wanted) {
        me.must(Right.CHANGE_KEY);
        me.mustBeFresh();
        sealed.changeKey(me.id(), me.name(), wanted.reason().strip());
    }

    @ApiCall(
            id = "sealStatus",
            summary = "Says how far the record is sealed and which witness holds what.")
    @GetMapping("/api/record/seal")
    SealedRecord.Status status(SignedIn me) {
        me.must(Right.READ_RECORD);
        return sealed.status();
    }

    /** 204 while the entry is not sealed. */
    @ApiCall(
            id = "entryProof",
            summary = "Gives the proof that an entry stands in the sealed record.",
            more = "The proof is a path of hashes to the signed root, as RFC 9162 has it.",
            also = {"204 The entry is not sealed yet; ask again in a few seconds."},
            refuses = {"409 not-sealed"})
    @GetMapping("/api/record/entries/{entry}/proof")
    ResponseEntity<SealedRecord.Proof> proof(SignedIn me, @PathVariable UUID entry) {
        me.must(Right.READ_RECORD);
        return sealed.proof(entry)
                .map(ResponseEntity::ok)
                .orElse(ResponseEntity.noContent().build());
    }

    /**
     * Entries {@code from} up to but not with {@code to}, or all. {@code format}: {@code jsonl,
     * csv, syslog}.
     */
    @ApiCall(
            id = "exportRecord",
            summary = "Gives the whole record, to be verified anywhere.",
            more =
                    "As `jsonl` it can be verified with `./earnest verify` and nothing else; "
                            + "`csv` and `syslog` are for reading and for other logs.",
            asked = {
                "from=0: the number of the first entry",
                "to=100: the number after the last; left out, all that is sealed",
                "format=jsonl: jsonl, csv or syslog"
            },
            files = {"application/jsonl", "text/csv", "text/plain"},
            refuses = {"409 not-sealed"})
    @GetMapping("/api/record/export")
    ResponseEntity<StreamingResponseBody> export(
            SignedIn me,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam @Nullable Long to,
            @RequestParam(defaultValue = "jsonl") String format) {
        me.must(Right.EXPORT_RECORD);
        RecordFiles.Format form = form(format);
        RecordFiles.Range range = files.range(from, to);
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.RECORD_EXPORTED, me.id(), me.name())
                                        .data("from", range.from())
                                        .data("to", range.to())
                                        .data("format", format)));
        String name = "record-%d-%d.%s".formatted(range.from(), range.to(), form.ending());
        return file(name, form.mediaType(), range.entries())
                .body(out -> files.export(range, form, out));
    }

    /** What a question asks for, as far as it is sealed; as jsonl, each entry with its proof. */
    @ApiCall(
            id = "exportAsked",
            summary =
                    "Gives what a question finds, to be verified, as a table or as syslog "
                            + "lines.",
            more =
                    "It is asked like the record is read. As `jsonl` each entry comes with "
                            + "the proof that it stands in the sealed record.",
            asked = {
                "ticket=1042: the number of a ticket, without its T-",
                "person=0199c0de-0000-7000-8000-000000000001: the id of a person",
                "analyst=0199c0de-0000-7000-8000-000000000001: the id of somebody who works here",
                "kind=change-took-effect: a kind of entry, as GET /api/record/kinds lists it",
                "since=2026-11-01T00:00:00Z: entries from then on",
                "until=2026-12-01T00:00:00Z: entries before then",
                "format=jsonl: jsonl, csv or syslog"
            },
            files = {"application/json", "text/csv", "text/plain"},
            refuses = {"409 not-sealed", "422 invalid"})
    @GetMapping("/api/record/export/asked")
    ResponseEntity<StreamingResponseBody> exportAsked(
            SignedIn me,
            @QueryObject RecordFilter question,
            @RequestParam(defaultValue = "jsonl") String format) {
        me.must(Right.EXPORT_RECORD);
        RecordFiles.Format form = form(format);
        RecordFiles.Chosen chosen = files.chosen(question.query(tickets, null, null, 0));
        writes.run(
                () ->
                        record.append(
                                question.on(
                                        Entry.by(EntryKind.ENTRIES_EXPORTED, me.id(), me.name())
                                                .data("entries", chosen.entries())
                                                .data("format", format))));
        boolean provable = form == RecordFiles.Format.JSONL;
        return file(
                        "entries." + (provable ? "json" : form.ending()),
                        provable ? MediaType.APPLICATION_JSON_VALUE : form.mediaType(),
                        chosen.entries())
                .body(out -> files.write(chosen, form, out));
    }

    private static RecordFiles.Format form(String format) {
        return Arrays.stream(RecordFiles.Format.values())
                .filter(f -> f.name().toLowerCase(Locale.ROOT).equals(format))
                .findFirst()
                .orElseThrow(() -> Problem.invalid("An export is jsonl, csv or syslog."));
    }

    @ApiCall(
            id = "receipt",
            summary = "Gives the entries of a ticket with the proof of each.",
            more =
                    "The holder of the ticket may have it, and whoever may take the record "
                            + "out.",
            files = {"application/json"},
            refuses = {"409 not-sealed"})
    @GetMapping("/api/tickets/{ticket}/receipt")
    ResponseEntity<StreamingResponseBody> receipt(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.READ_RECORD);
        Tickets.View view = tickets.view(ticket);
        // Ticket by ticket it would else be the export.
        if (!me.id().equals(view.holder())) {
            me.must(Right.EXPORT_RECORD);
        }
        RecordFiles.Chosen chosen = files.ofTicket(ticket);
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.RECEIPT_MADE, me.id(), me.name())
                                        .ticket(ticket, null)
                                        .data("entries", chosen.entries())));
        return file(
                        "receipt-%s.json".formatted(view.shown()),
                        MediaType.APPLICATION_JSON_VALUE,
                        chosen.entries())
                .body(out -> files.write(chosen, RecordFiles.Format.JSONL, out));
    }

    private static ResponseEntity.BodyBuilder file(String name, String type, long entries) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .header(ENTRIES, Long.toString(entries))
                .contentType(MediaType.parseMediaType(type + ";charset=UTF-8"));
    }
}
