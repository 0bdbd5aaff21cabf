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
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Gives entries their numbers and seals them. Numbers and root are committed first, and only what
 * was committed is signed. What it sealed last it keeps in memory; should another node ever do the
 * same at once, the second finds its numbers taken, its transaction falls, and it reads anew: the
 * primary keys decide, not the clock of a lease.
 */
@Component
class Sealer implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(Sealer.class);
    private static final String NAME = "seal-record";

    /** What other nodes recorded waits no longer than this; what this one did wakes it. */
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(2);

    private static final Duration BETWEEN_SEALS = Duration.ofMillis(500);
    private static final int BATCH = 2_000;

    private final SealingStore store;
    private final Pendings pendings;
    private final TreeRows rows;
    private final Seals seals;
    private final SealingKeys keys;
    private final RecordProperties properties;
    private final Clock clock;
    private final Waypoints waypoints;
    private final ApplicationEventPublisher events;
    private @Nullable Edge last;

    Sealer(
            SealingStore store,
            Pendings pendings,
            SealingKeys keys,
            RecordProperties properties,
            Clock clock,
            Waypoints waypoints,
            ApplicationEventPublisher events) {
        this.store = store;
        this.pendings = pendings;
        this.rows = new TreeRows(store.jdbc(), store.client());
        this.seals = new Seals(store.client());
        this.keys = keys;
        this.properties = properties;
        this.clock = clock;
        this.waypoints = waypoints;
        this.events = events;
    }

    /**
     * Where the record ends. The tree goes on from the last seal: that was proved when it was read,
     * and since then only leaves were added.
     *
     * @param grown subtrees of the tree that are not committed yet
     * @param leaves hashes of the leaves since the last full row of the tree
     */
    private record Edge(
            Frontier tree, TreeRows.Grown grown, List<byte[]> leaves, @Nullable Seal sealed) {
        boolean isSealed() {
            return tree.size() == (sealed == null ? 0 : sealed.checkpoint().size());
        }
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Duration restsAtLeast() {
        return BETWEEN_SEALS;
    }

    @EventListener
    void on(TheRecord.Heard heard) {
        events.publishEvent(new Wake(NAME));
    }

    @Override
    public synchronized Duration run() {
        @Nullable Edge edge = last;
        // Whatever breaks off leaves the memory behind what is stored, or before it.
        last = null;
        try {
            if (edge == null) {
                edge = sealed(read());
            }
            List<Pendings.Pending> next = pendings.first(BATCH);
            while (!next.isEmpty()) {
                number(edge, next);
                waypoints.pass("seal-after-numbers");
                edge = sealed(edge);
                next = next.size() < BATCH ? List.of() : pendings.first(BATCH);
            }
        } catch (DuplicateKeyException another) {
            LOG.info("another node sealed the record meanwhile; this one looks again");
            return BETWEEN_SEALS;
        }
        last = edge;
        return LOOKS_EVERY;
    }

    /**
     * Reads where the record ends.
     *
     * @throws IllegalStateException if its rows do not give the committed root, or that does not
     *     follow the last seal: nothing is sealed then
     */
    private Edge read() {
        Seals.Root root =
                seals.latestRoot()
                        .orElseGet(() -> new Seals.Root(0, Tree.empty(), clock.instant()));
        @Nullable Seal sealed = seals.latest().orElse(null);
        TreeRows.Grown grown = new TreeRows.Grown();
        Frontier tree = Frontier.of(root.size(), rows.reader(), grown::completed);
        if (!Arrays.equals(tree.root(), root.root())) {
            throw new IllegalStateException(
                    "the rows under entry %d do not give the root that was committed"
                            .formatted(root.size()));
        }
        if (sealed != null) {
            mustFollow(sealed.checkpoint(), root);
        }
        List<byte[]> leaves = new ArrayList<>(rows.leaves(TreeRows.tile(root.size()), root.size()));
        return new Edge(tree, grown, leaves, sealed);
    }

    private void mustFollow(Checkpoint before, Seals.Root root) {
        if (before.size() > root.size()
                || !Tree.consistent(
                        before.size(),
                        before.root(),
                        root.size(),
                        root.root(),
                        Tree.consistency(before.size(), root.size(), rows.reader()))) {
            throw new IllegalStateException(
                    "the record does not go on from its last seal over %d entries; nothing is sealed"
                            .formatted(before.size()));
        }
    }

    /** Numbers what is pending and commits the root over it. */
    private void number(Edge edge, List<Pendings.Pending> pending) {
        Frontier tree = edge.tree;
        long size = tree.size();
        List<byte[]> before = List.copyOf(edge.leaves);
        List<TreeRows.Numbered> numbered = new ArrayList<>();
        for (Pendings.Pending entry : pending) {
            byte[] hash = Leaf.hash(entry.leaf());
            numbered.add(new TreeRows.Numbered(tree.size(), entry.id(), hash));
            tree.add(hash);
            edge.leaves.add(hash);
            if (tree.size() == TreeRows.tile(tree.size())) {
                edge.leaves.clear();
            }
        }
        store.inOne(
                () -> {
                    mustStandAsTheyDid(size, before);
                    rows.add(numbered);
                    rows.add(edge.grown);
                    seals.addRoot(new Seals.Root(tree.size(), tree.root(), clock.instant()));
                    rows.forgetPending(size, tree.size());
                    waypoints.pass("seal-before-numbers");
                    return Boolean.TRUE;
                });
        edge.grown.rows.clear();
    }

    /**
     * Rows that were rewritten since they were sealed are found by the next seal, not years later.
     */
    private void mustStandAsTheyDid(long size, List<byte[]> leaves) {
        List<byte[]> stored = rows.leaves(TreeRows.tile(size), size);
        if (!Arrays.deepEquals(stored.toArray(), leaves.toArray())) {
            throw new IllegalStateException(
                    "the rows under entry %d are not those that were sealed".formatted(size));
        }
    }

    /** Signs the root, which is committed, unless that was done. */
    private Edge sealed(Edge edge) {
        if (edge.isSealed()) {
            return edge;
        }
        SealingKeys.Key key = keys.next(edge.sealed);
        Seal seal =
                key.sign(
                        new Checkpoint(
                                properties.origin(),
                                edge.tree.size(),
                                edge.tree.root(),
                                clock.instant()));
        waypoints.pass("seal-before-signed");
        store.inOne(
                () -> {
                    seals.add(seal, key.verifier().text());
                    return Boolean.TRUE;
                });
        waypoints.pass("seal-after-signed");
        events.publishEvent(new Wake(Witnesses.NAME));
        return new Edge(edge.tree, edge.grown, edge.leaves, seal);
    }
}
