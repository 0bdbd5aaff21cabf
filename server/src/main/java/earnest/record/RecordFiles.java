package earnest.record;

import earnest.core.record.Lines;
import earnest.core.record.Seal;
import earnest.core.record.Tree;
import earnest.ground.Problem;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * Takes the record out, whole, in part or as a receipt. Memory does not grow with what is taken.
 */
@Component
public class RecordFiles {
    private static final int PAGE = 1_000;
    private static final int MOST_ASKED_FOR = 20_000;

    private final JdbcClient client;
    private final TreeRows rows;
    private final Seals seals;
    private final KeyChanges changes;

    RecordFiles(JdbcClient client, TreeRows rows, Seals seals, KeyChanges changes) {
        this.client = client;
        this.rows = rows;
        this.seals = seals;
        this.changes = changes;
    }

    /** Forms of what is taken out. Only {@link #JSONL} can be verified. */
    public enum Format {
        JSONL("application/jsonl", "jsonl"),
        CSV("text/csv", "csv"),
        SYSLOG("text/plain", "log");

        private final String mediaType;
        private final String ending;

        Format(String mediaType, String ending) {
            this.mediaType = mediaType;
            this.ending = ending;
        }

        public String mediaType() {
            return mediaType;
        }

        /** How a file's name ends. */
        public String ending() {
            return ending;
        }

        private ExportForm form() {
            return switch (this) {
                case JSONL -> new ExportForm.JsonLines();
                case CSV -> new ExportForm.Csv();
                case SYSLOG -> new ExportForm.Syslog();
            };
        }
    }

    /** Part of the record under one seal: entries {@code from} up to but not with {@code to}. */
    public record Range(long from, long to, String seal) {
        public long entries() {
            return to - from;
        }
    }

    /**
     * Single entries under one seal.
     *
     * @param numbers in ascending order
     */
    public record Chosen(List<Long> numbers, String seal) {
        public int entries() {
            return numbers.size();
        }
    }

    /** A leaf with what stands beside it. */
    record Sealed(long number, UUID id, String leaf, Map<String, Lines.Value> personal) {}

    private Seal latest() {
        return seals.latest()
                .orElseThrow(
                        () ->
                                new Problem(
                                        409,
                                        "not-sealed",
                                        "Nothing is sealed yet. Try again in a few seconds."));
    }

    /**
     * Entries {@code from} up to but not with {@code to} under the latest seal.
     *
     * @param to null: up to the end of the seal
     * @throws Problem 409 if nothing is sealed yet, 422 if the range is none
     */
    public Range range(long from, @Nullable Long to) {
        Seal seal = latest();
        long size = seal.checkpoint().size();
        long end = to == null ? size : to;
        if (from < 0 || end <= from || end > size) {
            throw Problem.invalid(
                    "The latest seal is over entries 0 to %d. Ask for a range within them."
                            .formatted(size - 1));
        }
        return new Range(from, end, seal.note());
    }

    /** Writes a range. */
    public void export(Range range, Format format, OutputStream out) throws IOException {
        Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        ExportForm form = format.form();
        text.write(form.head());
        for (long at = range.from(); at < range.to(); at += PAGE) {
            for (Sealed entry : between(at, Math.min(at + PAGE, range.to()))) {
                text.write(form.entry(entry));
            }
        }
        Seal seal = Seal.read(range.seal());
        Tree.Nodes nodes = rows.reader();
        text.write(
                form.foot(
                        range.seal(),
                        Tree.cover(0, range.from(), nodes),
                        Tree.cover(range.to(), seal.checkpoint().size(), nodes),
                        changes.shownWith(seal)));
        text.flush();
    }

    /**
     * What is sealed of the entries that match.
     *
     * @throws Problem 409 if nothing is sealed yet, 422 if none match or too many
     */
    public Chosen chosen(TheRecord.Query query) {
        Chosen chosen = sealed(query);
        if (chosen.numbers.isEmpty()) {
            throw Problem.invalid("None of what you ask for is sealed yet, or there is none.");
        }
        return chosen;
    }

    private Chosen sealed(TheRecord.Query query) {
        Seal seal = latest();
        List<Long> numbers =
                Matching.bind(
                                client.sql(
                                        "select n.number from entry e join entry_number n on"
                                                + " n.entry_id = e.id where n.number < :size and "
                                                + Matching.condition(query)
                                                + " order by n.number limit :most"),
                                query)
                        .param("size", seal.checkpoint().size())
                        .param("most", MOST_ASKED_FOR + 1)
                        .query(Long.class)
                        .list();
        if (numbers.size() > MOST_ASKED_FOR) {
            throw Problem.invalid(
                    "That is more than %,d entries. Ask for less at once, or export the whole record."
                            .formatted(MOST_ASKED_FOR));
        }
        return new Chosen(numbers, seal.note());
    }

    /**
     * All entries of a ticket, but for the very latest of those that only say that it was looked
     * at: else each receipt would stand in the way of the next.
     *
     * @throws Problem 409 if one of the others is not sealed yet
     */
    public Chosen ofTicket(UUID ticket) {
        Chosen sealed =
                sealed(new TheRecord.Query(ticket, null, null, null, null, null, null, null, 0));
        long unsealed =
                client.sql(
                                "select count(*) from entry e left join entry_number n on"
                                        + " n.entry_id = e.id where e.ticket_id = :t and (n.number"
                                        + " is null or n.number >= :size) and e.kind not in"
                                        + " (:looked)")
                        .param("t", ticket)
                        .param("size", Seal.read(sealed.seal()).checkpoint().size())
                        .param(
                                "looked",
                                List.of(EntryKind.RECEIPT_MADE.id(), EntryKind.TICKET_READ.id()))
                        .query(Long.class)
                        .single();
        if (unsealed > 0) {
            throw new Problem(
                    409,
                    "not-sealed",
                    "The latest entries of this ticket are not sealed yet. Try again in a few"
                            + " seconds.");
        }
        return sealed;
    }

    /** Writes single entries; in the form that can be verified, each with its own proof. */
    public void write(Chosen chosen, Format format, OutputStream out) throws IOException {
        Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        Seal seal = Seal.read(chosen.seal());
        Tree.Nodes nodes = rows.reader();
        ExportForm form =
                format == Format.JSONL
                        ? new ExportForm.Receipt(seal.checkpoint().size(), nodes)
                        : format.form();
        text.write(form.head());
        for (int at = 0; at < chosen.entries(); at += PAGE) {
            for (Sealed entry :
                    numbered(chosen.numbers.subList(at, Math.min(at + PAGE, chosen.entries())))) {
                text.write(form.entry(entry));
            }
        }
        text.write(form.foot(chosen.seal, List.of(), List.of(), changes.shownWith(seal)));
        text.flush();
    }

    private static final String SEALED =
            "select n.number, e.id, e.leaf from entry_number n join entry e on e.id = n.entry_id ";

    private List<Sealed> between(long from, long to) {
        return sealed(
                client.sql(
                                SEALED
                                        + "where n.number >= :from and n.number < :to order by"
                                        + " n.number")
                        .param("from", from)
                        .param("to", to));
    }

    private List<Sealed> numbered(List<Long> numbers) {
        return sealed(
                client.sql(SEALED + "where n.number in (:numbers) order by n.number")
                        .param("numbers", numbers));
    }

    private List<Sealed> sealed(JdbcClient.StatementSpec question) {
        List<Sealed> found =
                question.query(
                                (row, i) ->
                                        new Sealed(
                                                row.getLong(1),
                                                row.getObject(2, UUID.class),
                                                row.getString(3),
                                                new LinkedHashMap<>()))
                        .list();
        if (found.isEmpty()) {
            return found;
        }
        Map<UUID, Map<String, Lines.Value>> byId = new LinkedHashMap<>();
        found.forEach(entry -> byId.put(entry.id, entry.personal));
        client.sql(
                        "select entry_id, field, value, salt from entry_personal where entry_id in"
                                + " (:ids) order by entry_id, field")
                .param("ids", byId.keySet())
                .query(
                        row -> {
                            byId.get(row.getObject(1, UUID.class))
                                    .put(
                                            row.getString(2),
                                            new Lines.Value(row.getString(3), row.getBytes(4)));
                        });
        return found;
    }
}
