package earnest.record;

import earnest.core.record.Lines;
import earnest.core.record.Seal;
import earnest.core.record.Tree;
import earnest.ground.Problem;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

@Service
class SealedLedger implements SealedRecord {
    private static final int PAGE = 1_000;
    private static final int MOST_IN_RECEIPT = 2_000;

    private final JdbcClient client;
    private final TreeRows rows;
    private final Seals seals;
    private final Witnesses witnesses;
    private final SealingKey key;

    SealedLedger(
            JdbcClient client, TreeRows rows, Seals seals, Witnesses witnesses, SealingKey key) {
        this.client = client;
        this.rows = rows;
        this.seals = seals;
        this.witnesses = witnesses;
        this.key = key;
    }

    /** A leaf with what stands beside it. */
    record Sealed(long number, UUID id, String leaf, Map<String, Lines.Value> personal) {}

    @Override
    public String verifierKey() {
        return key.verifier().text();
    }

    @Override
    public Status status() {
        Seal latest = seals.latest().orElse(null);
        long pending = client.sql("select count(*) from entry_pending").query(Long.class).single();
        List<WitnessTold> told =
                witnesses.told().stream()
                        .map(w -> new WitnessTold(w.name(), w.size(), w.trouble()))
                        .toList();
        return latest == null
                ? new Status(0, null, null, pending, told)
                : new Status(
                        latest.checkpoint().size(),
                        latest.checkpoint().time(),
                        hex(latest.checkpoint().root()),
                        pending,
                        told);
    }

    @Override
    public List<Sealing> seals(Collection<Long> sizes) {
        if (sizes.isEmpty()) {
            return List.of();
        }
        List<Witnesses.Told> told = witnesses.told();
        return seals.of(sizes).stream()
                .map(Seal::checkpoint)
                .map(
                        c ->
                                new Sealing(
                                        c.size(),
                                        c.time(),
                                        hex(c.root()),
                                        (int)
                                                told.stream()
                                                        .filter(w -> w.size() >= c.size())
                                                        .count()))
                .toList();
    }

    @Override
    public Map<UUID, Long> numbers(Collection<UUID> entries) {
        Map<UUID, Long> numbers = new LinkedHashMap<>();
        if (!entries.isEmpty()) {
            client.sql("select entry_id, number from entry_number where entry_id in (:ids)")
                    .param("ids", entries)
                    .query(
                            row -> {
                                numbers.put(row.getObject(1, UUID.class), row.getLong(2));
                            });
        }
        return numbers;
    }

    @Override
    public Optional<Proof> proof(UUID entry) {
        Optional<Long> number =
                client.sql("select number from entry_number where entry_id = :id")
                        .param("id", entry)
                        .query(Long.class)
                        .optional();
        // The first seal over the entry is the one whose time bounds it best.
        Optional<Seal> seal = number.flatMap(n -> seals.after(n, 1).stream().findFirst());
        if (number.isEmpty() || seal.isEmpty()) {
            return Optional.empty();
        }
        var checkpoint = seal.get().checkpoint();
        Tree.Nodes nodes = rows.reader();
        long told = witnesses.told().stream().filter(w -> w.size() >= checkpoint.size()).count();
        return Optional.of(
                new Proof(
                        number.get(),
                        hex(nodes.hash(0, number.get())),
                        Tree.inclusion(number.get(), checkpoint.size(), nodes).stream()
                                .map(SealedLedger::hex)
                                .toList(),
                        checkpoint.size(),
                        hex(checkpoint.root()),
                        checkpoint.time(),
                        (int) told));
    }

    private static String hex(byte[] bytes) {
        return HexFormat.of().formatHex(bytes);
    }

    private Seal latest() {
        return seals.latest()
                .orElseThrow(
                        () ->
                                new Problem(
                                        409,
                                        "not-sealed",
                                        "Nothing is sealed yet. Try again in a few seconds."));
    }

    @Override
    public Range range(long from, @Nullable Long to) {
        Seal seal = latest();
        long end = to == null ? seal.checkpoint().size() : to;
        if (from < 0 || end <= from || end > seal.checkpoint().size()) {
            throw Problem.invalid(
                    "The latest seal is over entries 0 to %d. Ask for a range within them."
                            .formatted(seal.checkpoint().size() - 1));
        }
        return new Range(from, end, seal.note());
    }

    @Override
    public void export(Range range, Format format, OutputStream out) throws IOException {
        Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        ExportForm form =
                switch (format) {
                    case JSONL -> new ExportForm.JsonLines();
                    case CSV -> new ExportForm.Csv();
                    case SYSLOG -> new ExportForm.Syslog();
                };
        text.write(form.head());
        for (long at = range.from(); at < range.to(); at += PAGE) {
            for (Sealed entry : between(at, Math.min(at + PAGE, range.to()))) {
                text.write(form.entry(entry));
            }
        }
        long size = Seal.read(range.seal()).checkpoint().size();
        Tree.Nodes nodes = rows.reader();
        text.write(
                form.foot(
                        range.seal(),
                        Tree.cover(0, range.from(), nodes),
                        Tree.cover(range.to(), size, nodes)));
        text.flush();
    }

    private List<Sealed> between(long from, long to) {
        return sealed(
                client.sql(
                                """
                                select n.number, e.id, e.leaf from entry_number n join entry e on e.id = n.entry_id
                                where n.number >= :from and n.number < :to order by n.number
                                """)
                        .param("from", from)
                        .param("to", to));
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

    @Override
    public Receipt receipt(UUID ticket) {
        Seal seal = latest();
        long size = seal.checkpoint().size();
        List<Sealed> entries =
                sealed(
                        client.sql(
                                        """
                                        select coalesce(n.number, -1), e.id, e.leaf from entry e
                                        left join entry_number n on n.entry_id = e.id
                                        where e.ticket_id = :ticket order by n.number limit :most
                                        """)
                                .param("ticket", ticket)
                                .param("most", MOST_IN_RECEIPT + 1));
        if (entries.size() > MOST_IN_RECEIPT) {
            throw Problem.invalid("The ticket has too many entries for a receipt. Export them.");
        }
        if (entries.stream().anyMatch(e -> e.number < 0 || e.number >= size)) {
            throw new Problem(
                    409,
                    "not-sealed",
                    "The latest entries of this ticket are not sealed yet. Try again in a few"
                            + " seconds.");
        }
        Tree.Nodes nodes = rows.reader();
        List<Map<String, Object>> lines = new ArrayList<>();
        for (Sealed entry : entries) {
            lines.add(
                    Lines.receiptEntry(
                            entry.number,
                            entry.leaf,
                            entry.personal,
                            Tree.inclusion(entry.number, size, nodes)));
        }
        return new Receipt(Lines.receipt(lines, seal.note()), entries.size());
    }
}
