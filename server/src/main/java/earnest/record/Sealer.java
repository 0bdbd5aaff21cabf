package earnest.record;

import earnest.core.record.Checkpoint;
import earnest.core.record.Frontier;
import earnest.core.record.Leaf;
import earnest.core.record.Seal;
import earnest.core.record.Tree;
import earnest.ground.Routine;
import earnest.ground.Waypoints;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Gives entries their numbers and seals them. Numbers and root are committed first, and only what
 * was committed is signed. Should two nodes ever do it at once, the second finds its numbers taken
 * and its transaction falls: the primary keys decide, not the clock of a lease.
 */
@Component
class Sealer implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(Sealer.class);
    private static final Duration EVERY = Duration.ofMillis(500);
    private static final int BATCH = 2_000;

    private final SealingStore store;
    private final JdbcTemplate jdbc;
    private final JdbcClient client;
    private final TreeRows rows;
    private final Seals seals;
    private final SealingKeys keys;
    private final RecordProperties properties;
    private final Clock clock;
    private final Waypoints waypoints;

    Sealer(
            SealingStore store,
            SealingKeys keys,
            RecordProperties properties,
            Clock clock,
            Waypoints waypoints) {
        this.store = store;
        this.jdbc = store.jdbc();
        this.client = store.client();
        this.rows = new TreeRows(jdbc, client);
        this.seals = new Seals(client);
        this.keys = keys;
        this.properties = properties;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    private record Pending(UUID id, String leaf) {}

    @Override
    public String name() {
        return "seal-record";
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    @Override
    public void run() {
        boolean more = true;
        while (more) {
            try {
                more = store.inOne(this::number) == BATCH;
            } catch (DuplicateKeyException another) {
                LOG.info("another node numbers the record; this one looks again");
                return;
            }
            waypoints.pass("seal-after-numbers");
            seal();
        }
    }

    /** Numbers what is pending and commits the root over it; how many entries there were. */
    private int number() {
        List<Pending> pending =
                client.sql(
                                """
                                select p.entry_id, e.leaf from entry_pending p join entry e on e.id = p.entry_id
                                order by p.entry_id limit :most
                                """)
                        .param("most", BATCH)
                        .query(
                                (row, i) ->
                                        new Pending(row.getObject(1, UUID.class), row.getString(2)))
                        .list();
        if (pending.isEmpty()) {
            return 0;
        }
        Optional<Seals.Root> former = seals.latestRoot();
        long size = former.map(Seals.Root::size).orElse(0L);
        TreeRows.Grown grown = new TreeRows.Grown();
        Frontier tree = Frontier.of(size, rows.reader(), grown::completed);
        if (former.isPresent() && !Arrays.equals(tree.root(), former.get().root())) {
            throw new IllegalStateException(
                    "the rows under entry %d do not give the root that was committed"
                            .formatted(size));
        }
        List<Object[]> numbers = new ArrayList<>();
        for (Pending entry : pending) {
            byte[] hash = Leaf.hash(entry.leaf);
            numbers.add(new Object[] {tree.size(), entry.id, hash});
            tree.add(hash);
        }
        jdbc.batchUpdate(
                "insert into entry_number (number, entry_id, leaf_hash) values (?, ?, ?)", numbers);
        rows.add(grown);
        seals.addRoot(new Seals.Root(tree.size(), tree.root(), clock.instant()));
        client.sql("call forget_numbered(:first, :past)")
                .param("first", size)
                .param("past", tree.size())
                .update();
        waypoints.pass("seal-before-numbers");
        return pending.size();
    }

    /**
     * Signs the latest committed root, unless that was done or it does not follow the last seal.
     */
    private void seal() {
        Optional<Seals.Root> latest = seals.latestRoot();
        @Nullable Seal former = seals.latest().orElse(null);
        if (latest.isEmpty()
                || former != null && former.checkpoint().size() >= latest.get().size()) {
            return;
        }
        Seals.Root root = latest.get();
        if (former != null) {
            mustFollow(former, root);
        }
        SealingKeys.Key key = keys.next();
        Seal seal =
                key.sign(
                        new Checkpoint(
                                properties.origin(), root.size(), root.root(), clock.instant()));
        waypoints.pass("seal-before-signed");
        try {
            store.inOne(
                    () -> {
                        seals.add(seal, key.verifier().text());
                        return Boolean.TRUE;
                    });
        } catch (DuplicateKeyException another) {
            LOG.info("another node sealed the same root");
        }
        waypoints.pass("seal-after-signed");
    }

    private void mustFollow(Seal former, Seals.Root root) {
        Checkpoint before = former.checkpoint();
        List<byte[]> proof = Tree.consistency(before.size(), root.size(), rows.reader());
        if (!Tree.consistent(before.size(), before.root(), root.size(), root.root(), proof)) {
            throw new IllegalStateException(
                    "the record does not go on from its last seal over %d entries; nothing is sealed"
                            .formatted(before.size()));
        }
    }
}
