package earnest.record;

import earnest.core.record.Seal;
import earnest.core.record.Tree;
import earnest.ground.Problem;
import earnest.ground.Writes;

import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.util.Collection;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

@Service
class SealedLedger implements SealedRecord {
    private final JdbcClient client;
    private final TreeRows rows;
    private final Seals seals;
    private final Witnesses witnesses;
    private final SealingKeys keys;
    private final KeyChanges changes;
    private final TheRecord record;
    private final Writes writes;

    SealedLedger(
            JdbcClient client,
            TreeRows rows,
            Seals seals,
            Witnesses witnesses,
            SealingKeys keys,
            KeyChanges changes,
            TheRecord record,
            Writes writes) {
        this.client = client;
        this.rows = rows;
        this.seals = seals;
        this.witnesses = witnesses;
        this.keys = keys;
        this.changes = changes;
        this.record = record;
        this.writes = writes;
    }

    @Override
    public Keys keys() {
        Seal latest = seals.latest().orElse(null);
        return new Keys(
                keys.next().verifier().text(),
                changes.all().stream()
                        .map(
                                row ->
                                        new Changed(
                                                row.former(),
                                                row.to(),
                                                row.at(),
                                                row.number(),
                                                row.sealedUnder(latest)))
                        .toList());
    }

    @Override
    public void changeKey(UUID by, String byName, String reason) {
        List<KeyChanges.Row> rows = changes.all();
        if (!rows.isEmpty() && !rows.getLast().sealedUnder(seals.latest().orElse(null))) {
            throw keyIsChanging();
        }
        SealingKeys.Key former = keys.next();
        int generation = KeyChanges.FIRST + rows.size() + 1;
        String to = keys.key(generation, null).verifier().text();
        String from = former.verifier().text();
        try {
            writes.run(
                    () ->
                            changes.add(
                                    generation,
                                    from,
                                    to,
                                    record.append(
                                            Entry.by(EntryKind.KEY_CHANGED, by, byName)
                                                    .data("from", from)
                                                    .data("to", to)
                                                    .personal("reason", reason))));
        } catch (DuplicateKeyException another) {
            throw keyIsChanging();
        }
    }

    private static Problem keyIsChanging() {
        return new Problem(
                409,
                "key-is-changing",
                "The key was just changed, and that is not sealed yet. Look again in a few"
                        + " seconds.");
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
}
