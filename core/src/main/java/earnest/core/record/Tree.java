package earnest.core.record;

import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The Merkle tree of RFC 9162, section 2.1: SHA-256, leaves under 0x00, nodes under 0x01. All
 * hashes have 32 bytes. Stateless, thread-safe.
 */
public final class Tree {
    /** Bytes of a hash. */
    public static final int HASH_BYTES = 32;

    private static final byte NODE = 0x01;

    /**
     * Gives hashes of the complete subtrees of a tree.
     *
     * <p>{@code hash(level, index)} is the root over the leaves {@code index * 2^level} up to but
     * not with {@code (index + 1) * 2^level}, all of which are in the tree.
     */
    @FunctionalInterface
    public interface Nodes {
        byte[] hash(int level, long index);
    }

    private Tree() {}

    /** The root of the tree without leaves. */
    public static byte[] empty() {
        return Sha256.fresh().digest();
    }

    /** The hash of a leaf: SHA-256(0x00 ‖ bytes). */
    public static byte[] leaf(byte[] bytes) {
        MessageDigest digest = Sha256.fresh();
        digest.update((byte) 0);
        return digest.digest(bytes);
    }

    /** As {@link #leaf(byte[])}, of the bytes {@code from} up to but not with {@code to}. */
    static byte[] leaf(byte[] bytes, int from, int to) {
        MessageDigest digest = Sha256.fresh();
        digest.update((byte) 0);
        digest.update(bytes, from, to - from);
        return digest.digest();
    }

    /** The hash of a node: SHA-256(0x01 ‖ left ‖ right). */
    public static byte[] node(byte[] left, byte[] right) {
        MessageDigest digest = Sha256.fresh();
        digest.update(NODE);
        digest.update(left);
        return digest.digest(right);
    }

    private static byte[] root(long from, long to, Nodes nodes) {
        long size = to - from;
        if (Long.bitCount(size) == 1) {
            int level = Long.numberOfTrailingZeros(size);
            return nodes.hash(level, from >>> level);
        }
        long split = from + split(size);
        return node(root(from, split, nodes), root(split, to, nodes));
    }

    /** The largest power of two that is smaller than {@code size}. */
    private static long split(long size) {
        return Long.highestOneBit(size - 1);
    }

    /**
     * The proof that leaf {@code index} is in the tree of {@code size} leaves (RFC 9162, section
     * 2.1.3.1).
     */
    public static List<byte[]> inclusion(long index, long size, Nodes nodes) {
        if (index < 0 || index >= size) {
            throw new IllegalArgumentException("index: must be in the tree");
        }
        List<byte[]> proof = new ArrayList<>();
        inclusion(index, 0, size, nodes, proof);
        return proof;
    }

    private static void inclusion(long index, long from, long to, Nodes nodes, List<byte[]> proof) {
        if (to - from == 1) {
            return;
        }
        long split = from + split(to - from);
        if (index < split) {
            inclusion(index, from, split, nodes, proof);
            proof.add(root(split, to, nodes));
        } else {
            inclusion(index, split, to, nodes, proof);
            proof.add(root(from, split, nodes));
        }
    }

    /**
     * Whether a proof shows that a leaf stands at {@code index} of the tree with that size and root
     * (RFC 9162, section 2.1.3.2).
     */
    public static boolean includes(
            byte[] leafHash, long index, long size, List<byte[]> proof, byte[] root) {
        if (index < 0 || index >= size) {
            return false;
        }
        long fn = index;
        long sn = size - 1;
        byte[] r = leafHash;
        for (byte[] p : proof) {
            if (sn == 0) {
                return false;
            }
            if ((fn & 1) == 1 || fn == sn) {
                r = node(p, r);
                while ((fn & 1) == 0 && fn != 0) {
                    fn >>>= 1;
                    sn >>>= 1;
                }
            } else {
                r = node(r, p);
            }
            fn >>>= 1;
            sn >>>= 1;
        }
        return sn == 0 && Arrays.equals(r, root);
    }

    /**
     * The proof that the tree of {@code size} leaves begins with the tree of {@code before} leaves
     * (RFC 9162, section 2.1.4.1); empty if they are the same or {@code before} is 0.
     */
    public static List<byte[]> consistency(long before, long size, Nodes nodes) {
        if (before < 0 || before > size) {
            throw new IllegalArgumentException("before: must be at most size");
        }
        List<byte[]> proof = new ArrayList<>();
        if (before > 0 && before < size) {
            consistency(before, 0, size, true, nodes, proof);
        }
        return proof;
    }

    private static void consistency(
            long before, long from, long to, boolean known, Nodes nodes, List<byte[]> proof) {
        if (before == to) {
            if (!known) {
                proof.add(root(from, to, nodes));
            }
            return;
        }
        long split = from + split(to - from);
        if (before <= split) {
            consistency(before, from, split, known, nodes, proof);
            proof.add(root(split, to, nodes));
        } else {
            consistency(before, split, to, false, nodes, proof);
            proof.add(root(from, split, nodes));
        }
    }

    /**
     * Whether a proof shows that one tree begins with the other (RFC 9162, section 2.1.4.2). Every
     * tree begins with the empty one.
     */
    public static boolean consistent(
            long before, byte[] rootBefore, long size, byte[] root, List<byte[]> proof) {
        if (before < 0 || before > size) {
            return false;
        }
        if (before == 0) {
            return proof.isEmpty() && Arrays.equals(rootBefore, empty());
        }
        if (before == size) {
            return proof.isEmpty() && Arrays.equals(rootBefore, root);
        }
        List<byte[]> path = new ArrayList<>(proof);
        if (Long.bitCount(before) == 1) {
            path.addFirst(rootBefore);
        }
        if (path.isEmpty()) {
            return false;
        }
        long fn = before - 1;
        long sn = size - 1;
        while ((fn & 1) == 1) {
            fn >>>= 1;
            sn >>>= 1;
        }
        byte[] fr = path.getFirst();
        byte[] sr = path.getFirst();
        for (byte[] c : path.subList(1, path.size())) {
            if (sn == 0) {
                return false;
            }
            if ((fn & 1) == 1 || fn == sn) {
                fr = node(c, fr);
                sr = node(c, sr);
                while ((fn & 1) == 0 && fn != 0) {
                    fn >>>= 1;
                    sn >>>= 1;
                }
            } else {
                sr = node(sr, c);
            }
            fn >>>= 1;
            sn >>>= 1;
        }
        return sn == 0 && Arrays.equals(fr, rootBefore) && Arrays.equals(sr, root);
    }

    /**
     * The roots of the fewest complete subtrees that cover the leaves {@code from} up to but not
     * with {@code to}, from left to right.
     */
    public static List<byte[]> cover(long from, long to, Nodes nodes) {
        List<byte[]> roots = new ArrayList<>();
        long at = from;
        while (at < to) {
            long size = coverSize(at, to);
            int level = Long.numberOfTrailingZeros(size);
            roots.add(nodes.hash(level, at >>> level));
            at += size;
        }
        return roots;
    }

    /**
     * The size of the largest complete subtree that begins at {@code at} and ends by {@code to}.
     */
    static long coverSize(long at, long to) {
        long room = Long.highestOneBit(to - at);
        return at == 0 ? room : Math.min(room, Long.lowestOneBit(at));
    }
}
