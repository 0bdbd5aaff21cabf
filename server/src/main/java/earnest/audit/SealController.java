package earnest.audit;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.SealedRecord;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

import java.util.Arrays;
import java.util.Locale;
import java.util.UUID;

/** What proves the record to those who do not trust it. Each taking-out is itself an entry. */
@RestController
class SealController {
    private static final String ENTRIES = "X-Earnest-Entries";

    /** The key that seals are checked with. */
    record VerifierKey(String key) {}

    private final SealedRecord sealed;
    private final TheRecord record;
    private final Tickets tickets;
    private final Writes writes;

    SealController(SealedRecord sealed, TheRecord record, Tickets tickets, Writes writes) {
        this.sealed = sealed;
        this.record = record;
        this.tickets = tickets;
        this.writes = writes;
    }

    @GetMapping("/api/record/key")
    VerifierKey key(SignedIn me) {
        me.must(Right.READ_RECORD);
        return new VerifierKey(sealed.verifierKey());
    }

    @GetMapping("/api/record/seal")
    SealedRecord.Status status(SignedIn me) {
        me.must(Right.READ_RECORD);
        return sealed.status();
    }

    /** 204 while the entry is not sealed. */
    @GetMapping("/api/record/entries/{entry}/proof")
    ResponseEntity<SealedRecord.Proof> proof(SignedIn me, @PathVariable UUID entry) {
        me.must(Right.READ_RECORD);
        return sealed.proof(entry)
                .map(ResponseEntity::ok)
                .orElse(ResponseEntity.noContent().build());
    }

    /** {@code format}: {@code jsonl, csv, syslog}. */
    @GetMapping("/api/record/export")
    ResponseEntity<StreamingResponseBody> export(
            SignedIn me,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam @Nullable Long to,
            @RequestParam(defaultValue = "jsonl") String format) {
        me.must(Right.EXPORT_RECORD);
        SealedRecord.Format form =
                Arrays.stream(SealedRecord.Format.values())
                        .filter(f -> f.name().toLowerCase(Locale.ROOT).equals(format))
                        .findFirst()
                        .orElseThrow(() -> Problem.invalid("An export is jsonl, csv or syslog."));
        SealedRecord.Range range = sealed.range(from, to);
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.RECORD_EXPORTED, me.id(), me.name())
                                        .data("from", range.from())
                                        .data("to", range.to())
                                        .data("format", format)));
        String name = "record-%d-%d.%s".formatted(range.from(), range.to(), form.ending());
        return file(name, form.mediaType(), range.entries())
                .body(out -> sealed.export(range, form, out));
    }

    @GetMapping("/api/tickets/{ticket}/receipt")
    ResponseEntity<String> receipt(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.READ_RECORD);
        Tickets.View view = tickets.view(ticket);
        SealedRecord.Receipt receipt = sealed.receipt(ticket);
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.RECEIPT_MADE, me.id(), me.name())
                                        .ticket(ticket, null)
                                        .data("entries", receipt.entries())));
        return file(
                        "receipt-%s.json".formatted(view.shown()),
                        MediaType.APPLICATION_JSON_VALUE,
                        receipt.entries())
                .body(receipt.json());
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
