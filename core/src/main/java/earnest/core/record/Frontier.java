package earnest.core.record;

import java.util.ArrayList;
import java.util.List;

/**
 * The right edge of a growing tree (RFC 9162, section 2.1): the roots of its complete subtrees, of
 * which there are as few as the size has ones in binary. Takes leaves one by one and gives the root
 * at any time, in memory that grows with the logarithm of the size. Not thread-safe.
 */
public final class Frontier {
    /** Told of every complete subtree as it comes about. */
    @FunctionalInterface
    public interface Completed {
        void subtree(int level, long index, byte[] hash);
    }

    private static final Completed NOBODY = (level, index, hash) -> {};

    private final List<byte[]> roots = new ArrayList<>();
    private final List<Integer> levels = new ArrayList<>();
    private final Completed completed;
    private final long begin;
    private long size;

    public Frontier() {
        this(0, NOBODY);
    }

    private Frontier(long begin, Completed completed) {
        this.begin = begin;
        this.size = begin;
        this.completed = completed;
    }

    /** For the leaves from {@code begin} on, where those before are not known. */
    static Frontier from(long begin) {
        return new Frontier(begin, NOBODY);
    }

    /** The edge of the tree of {@code size} leaves, which then grows. */
    public static Frontier of(long size, Tree.Nodes nodes, Completed completed) {
        Frontier frontier = new Frontier(0, completed);
        long at = 0;
        while (at < size) {
            int level = Long.numberOfTrailingZeros(Tree.coverSize(at, size));
            frontier.roots.add(nodes.hash(level, at >>> level));
            frontier.levels.add(level);
            at += 1L << level;
        }
        frontier.size = size;
        return frontier;
    }

    public long size() {
        return size;
    }

    /** Adds one leaf by its hash. */
    public void add(byte[] leafHash) {
        addSubtree(0, leafHash);
    }

    /**
     * Adds a complete subtree of {@code 2^level} leaves.
     *
     * @throws IllegalArgumentException if such a subtree cannot begin at the present size
     */
    public void addSubtree(int level, byte[] hash) {
        if (level < 0 || level > 62 || (size & ((1L << level) - 1)) != 0) {
            throw new IllegalArgumentException("level: no such subtree begins here");
        }
        byte[] root = hash;
        int height = level;
        size += 1L << level;
        completed.subtree(height, (size >>> height) - 1, root);
        // Only siblings are joined: the one on the left has an even place on its level.
        while (!levels.isEmpty() && levels.getLast() == height && ((size >>> height) & 1) == 0) {
            levels.removeLast();
            root = Tree.node(roots.removeLast(), root);
            height++;
            completed.subtree(height, (size >>> height) - 1, root);
        }
        roots.add(root);
        levels.add(height);
    }

    /** Adds what another edge holds, which must begin where this one ends. */
    void addAll(Frontier next) {
        if (next.begin != size) {
            throw new IllegalArgumentException("next: must begin where this one ends");
        }
        for (int i = 0; i < next.roots.size(); i++) {
            addSubtree(next.levels.get(i), next.roots.get(i));
        }
    }

    /**
     * The root over all leaves so far.
     *
     * @throws IllegalStateException if those before the first are not known
     */
    public byte[] root() {
        if (begin != 0) {
            throw new IllegalStateException("the leaves before %d are not known".formatted(begin));
        }
        if (roots.isEmpty()) {
            return Tree.empty();
        }
        byte[] root = roots.getLast();
        for (int i = roots.size() - 2; i >= 0; i--) {
            root = Tree.node(roots.get(i), root);
        }
        return root;
    }
}
