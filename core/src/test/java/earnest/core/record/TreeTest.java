package earnest.core.record;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

import org.junit.jupiter.api.Test;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;

class TreeTest {
    /** The definition of RFC 9162, section 2.1.1, written down again as simply as it goes. */
    static byte[] simply(List<byte[]> hashes) {
        if (hashes.isEmpty()) {
            return Tree.empty();
        }
        if (hashes.size() == 1) {
            return hashes.getFirst();
        }
        int k = 1;
        while (k * 2 < hashes.size()) {
            k *= 2;
        }
        return Tree.node(simply(hashes.subList(0, k)), simply(hashes.subList(k, hashes.size())));
    }

    static List<byte[]> leaves(int size) {
        List<byte[]> leaves = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            leaves.add(Tree.leaf(("entry " + i).getBytes(StandardCharsets.UTF_8)));
        }
        return leaves;
    }

    static Tree.Nodes nodes(List<byte[]> leaves) {
        return (level, index) ->
                simply(leaves.subList((int) (index << level), (int) ((index + 1) << level)));
    }

    /** Known roots: the inputs that the transparency community tests trees with. */
    @Test
    void knownRoots() {
        String[] inputs = {
            "",
            "00",
            "10",
            "2021",
            "3031",
            "40414243",
            "5051525354555657",
            "606162636465666768696a6b6c6d6e6f"
        };
        String[] roots = {
            "6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d",
            "fac54203e7cc696cf0dfcb42c92a1d9dbaf70ad9e621f4bd8d98662f00e3c125",
            "aeb6bcfe274b70a14fb067a5e5578264db0fa9b51af5e0ba159158f329e06e77",
            "d37ee418976dd95753c1c73862b9398fa2a2cf9b4ff0fdfe8b30cd95209614b7",
            "4e3bbb1f7b478dcfe71fb631631519a3bca12c9aefca1612bfce4c13a86264d4",
            "76e67dadbcdf1e10e1b74ddc608abd2f98dfb16fbce75277b5232a127f2087ef",
            "ddb89be403809e325750d3d263cd78929c2942b7942a34b77e122c9594a74c8c",
            "5dc9da79a70659a9ad559cb701ded9a2ab9d823aad2f4960cfe370eff4604328"
        };
        Frontier frontier = new Frontier();
        assertEquals(
                "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855",
                HexFormat.of().formatHex(frontier.root()));
        for (int i = 0; i < inputs.length; i++) {
            frontier.add(Tree.leaf(HexFormat.of().parseHex(inputs[i])));
            assertEquals(roots[i], HexFormat.of().formatHex(frontier.root()));
        }
    }

    @Property(tries = 60)
    void theGrowingEdgeGivesTheDefinedRootAndEveryCompleteSubtree(
            @ForAll @IntRange(max = 70) int size) {
        List<byte[]> leaves = leaves(size);
        Map<String, byte[]> complete = new HashMap<>();
        Frontier frontier =
                Frontier.of(0, nodes(leaves), (l, i, hash) -> complete.put(l + "/" + i, hash));
        leaves.forEach(frontier::add);
        assertArrayEquals(simply(leaves), frontier.root());
        assertArrayEquals(simply(leaves), Whole.root(size, nodes(leaves)));
        for (int level = 0; 1 << level <= Math.max(size, 1) && size > 0; level++) {
            for (long index = 0; (index + 1) << level <= size; index++) {
                assertArrayEquals(
                        nodes(leaves).hash(level, index), complete.get(level + "/" + index));
            }
        }
    }

    @Property(tries = 80)
    void anEdgeTakenUpLaterGoesOnAsIfItHadNeverStopped(
            @ForAll @IntRange(max = 40) int first, @ForAll @IntRange(max = 40) int more) {
        List<byte[]> leaves = leaves(first + more);
        Frontier frontier = Frontier.of(first, nodes(leaves), (l, i, h) -> {});
        leaves.subList(first, first + more).forEach(frontier::add);
        assertArrayEquals(simply(leaves), frontier.root());
    }

    @Property(tries = 60)
    void inclusionIsProvedForEveryLeafAndForNoOther(@ForAll @IntRange(min = 1, max = 40) int size) {
        List<byte[]> leaves = leaves(size);
        byte[] root = simply(leaves);
        for (int i = 0; i < size; i++) {
            List<byte[]> proof = Tree.inclusion(i, size, nodes(leaves));
            assertTrue(Tree.includes(leaves.get(i), i, size, proof, root));
            assertFalse(Tree.includes(Tree.leaf(new byte[1]), i, size, proof, root));
            assertFalse(Tree.includes(leaves.get(i), size, size, proof, root));
            if (i > 0) {
                assertFalse(Tree.includes(leaves.get(i), i - 1, size, proof, root));
            }
            if (!proof.isEmpty()) {
                assertFalse(
                        Tree.includes(
                                leaves.get(i), i, size, proof.subList(1, proof.size()), root));
                List<byte[]> longer = new ArrayList<>(proof);
                longer.add(root);
                assertFalse(Tree.includes(leaves.get(i), i, size, longer, root));
            }
        }
    }

    @Property(tries = 120)
    void consistencyIsProvedForEveryBeginningAndForNoOther(
            @ForAll @IntRange(max = 40) int before, @ForAll @IntRange(max = 40) int more) {
        int size = before + more;
        List<byte[]> leaves = leaves(size);
        byte[] root = simply(leaves);
        byte[] first = simply(leaves.subList(0, before));
        List<byte[]> proof = Tree.consistency(before, size, nodes(leaves));
        assertTrue(Tree.consistent(before, first, size, root, proof));
        if (before > 0 && more > 0) {
            List<byte[]> forked = new ArrayList<>(leaves);
            forked.set(before - 1, Tree.leaf("forked".getBytes(StandardCharsets.UTF_8)));
            assertFalse(
                    Tree.consistent(
                            before,
                            first,
                            size,
                            simply(forked),
                            Tree.consistency(before, size, nodes(forked))));
            assertFalse(Tree.consistent(before, root, size, root, proof));
            assertFalse(Tree.consistent(before, first, size, root, List.of()));
        }
    }

    @Property(tries = 120)
    void aRangeWithWhatStandsAroundItGivesTheWholeRoot(
            @ForAll @IntRange(max = 30) int left,
            @ForAll @IntRange(max = 30) int middle,
            @ForAll @IntRange(max = 30) int right) {
        int size = left + middle + right;
        List<byte[]> leaves = leaves(size);
        Frontier range = Frontier.from(left);
        leaves.subList(left, left + middle).forEach(range::add);
        Frontier whole = new Frontier();
        add(whole, Tree.cover(0, left, nodes(leaves)), left);
        whole.addAll(range);
        add(whole, Tree.cover(left + middle, size, nodes(leaves)), size);
        assertArrayEquals(simply(leaves), whole.root());
        if (left > 0) {
            assertThrows(IllegalStateException.class, range::root);
        }
    }

    private static void add(Frontier tree, List<byte[]> roots, long to) {
        for (byte[] root : roots) {
            tree.addSubtree(Long.numberOfTrailingZeros(Tree.coverSize(tree.size(), to)), root);
        }
        assertEquals(to, tree.size());
    }

    @Test
    void nonsenseIsRefused() {
        Tree.Nodes none = (level, index) -> new byte[32];
        assertThrows(IllegalArgumentException.class, () -> Tree.inclusion(3, 3, none));
        assertThrows(IllegalArgumentException.class, () -> Tree.consistency(4, 3, none));
        Frontier one = new Frontier();
        one.add(new byte[32]);
        assertThrows(IllegalArgumentException.class, () -> one.addSubtree(1, new byte[32]));
        assertFalse(Tree.consistent(0, new byte[32], 0, Tree.empty(), List.of()));
        assertTrue(Tree.consistent(0, Tree.empty(), 1, new byte[32], List.of()));
        assertFalse(Arrays.equals(Tree.leaf(new byte[0]), Tree.empty()));
    }
}
