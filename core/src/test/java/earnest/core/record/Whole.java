package earnest.core.record;

import java.util.List;

/** What tests need in one piece. */
final class Whole {
    private Whole() {}

    /** The root of the first {@code size} leaves, out of what covers them. */
    static byte[] root(long size, Tree.Nodes nodes) {
        List<byte[]> cover = Tree.cover(0, size, nodes);
        byte[] root = Tree.empty();
        for (int i = cover.size() - 1; i >= 0; i--) {
            root = i == cover.size() - 1 ? cover.get(i) : Tree.node(cover.get(i), root);
        }
        return root;
    }

    /** A receipt of what {@link Lines#receiptEntry} gave. */
    static String receipt(List<String> entries, String note, List<KeyChange> changes) {
        return Lines.RECEIPT
                + String.join(Lines.BETWEEN, entries)
                + Lines.receiptEnd(note, changes);
    }
}
