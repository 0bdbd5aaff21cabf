package earnest.core.record;

import earnest.core.json.JsonReader;

import org.jspecify.annotations.Nullable;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Checks an export line by line, in memory that does not grow with it. Not thread-safe; one for
 * each export.
 */
public final class ExportCheck {
    private static final int LEAST_PART = 1 << 14;
    private static final int MOST_PARTS = 32;

    private final @Nullable SealKey key;
    private final Witnessed witness;
    private @Nullable Frontier entries;
    private @Nullable Verification over;
    private @Nullable Verification result;
    private long begin;
    private long line;
    private long disclosed;

    /**
     * @param key whose signature is asked, or null to leave the signature out
     */
    public ExportCheck(@Nullable SealKey key) {
        this(key, List.of());
    }

    /**
     * @param witnessed seals that a witness kept; an export from entry 0 on must go through each
     */
    public ExportCheck(@Nullable SealKey key, List<Seal> witnessed) {
        this.key = key;
        this.witness = new Witnessed(witnessed);
    }

    /** Whether more lines can change anything. */
    public boolean over() {
        return over != null;
    }

    /** Takes the next line, as UTF-8 without its line feed. */
    public void line(byte[] bytes, int from, int to) {
        put(ExportPart.read(bytes, from, to, begin == 0 && witness.ahead()));
    }

    /**
     * Takes the next lines, which are read side by side.
     *
     * @param to after the line feed of the last
     */
    public void lines(byte[] bytes, int from, int to) {
        boolean oneByOne = begin == 0 && witness.ahead();
        int[] bounds = bounds(bytes, from, to);
        IntStream.range(0, bounds.length - 1)
                .parallel()
                .mapToObj(i -> ExportPart.read(bytes, bounds[i], bounds[i + 1], oneByOne))
                .toList()
                .forEach(this::put);
    }

    /** Where parts begin and the last one ends, always behind a line feed. */
    private static int[] bounds(byte[] bytes, int from, int to) {
        int parts = Math.clamp((to - from) / LEAST_PART, 1, MOST_PARTS);
        return IntStream.rangeClosed(0, parts)
                .map(
                        i -> {
                            int at = from + (int) ((long) (to - from) * i / parts);
                            return i == 0
                                    ? from
                                    : Math.min(to, JsonReader.lineEnd(bytes, at - 1, to) + 1);
                        })
                .toArray();
    }

    private void put(ExportPart part) {
        if (over != null || part.lines() == 0) {
            return;
        }
        long before = line;
        line += part.lines();
        if (result != null) {
            line = before + 1;
            over =
                    Verification.failed(
                            "Line %d follows the seal, which must be last.".formatted(line));
            return;
        }
        join(part);
        String failed = part.failed();
        if (over == null && part.end() instanceof ExportLine.Sealed sealed) {
            result = sealed(sealed);
        }
        if (over == null && part.end() instanceof ExportLine.Bad bad) {
            over = Verification.badInput("Line %d %s.".formatted(line, bad.words()));
        }
        if (over == null && failed != null) {
            over = Verification.failed(failed.replace("%d", Long.toString(line)));
        }
    }

    /** Adds the entries of a part, if they go on where the others ended. */
    private void join(ExportPart part) {
        Frontier added = part.tree();
        if (added == null) {
            return;
        }
        Frontier known = entries;
        if (known == null) {
            begin = part.first();
            known = Frontier.from(begin);
            entries = known;
        } else if (part.first() != known.size()) {
            over = Verification.failed(ExportPart.order(known.size(), part.first()));
            return;
        }
        disclosed += part.disclosed();
        if (part.hashes().isEmpty()) {
            known.addAll(added);
            return;
        }
        for (byte[] hash : part.hashes()) {
            known.add(hash);
            String rewritten = begin == 0 ? witness.wrong(known) : null;
            if (rewritten != null) {
                over = Verification.failed(rewritten);
                return;
            }
        }
    }

    private Verification sealed(ExportLine.Sealed last) {
        Seal seal = last.seal();
        Frontier range = entries == null ? Frontier.from(0) : entries;
        long end = range.size();
        long size = seal.checkpoint().size();
        if (end > size) {
            return Verification.failed(
                    "Entry %d is not under the seal, which is over %d entries."
                            .formatted(size, size));
        }
        if (end < size && last.after().isEmpty()) {
            return Verification.failed(
                    "The seal is over %d entries, and this ends before entry %d: the end was cut."
                            .formatted(size, end));
        }
        Frontier tree = new Frontier();
        if (!add(tree, last.before(), begin)) {
            return Verification.failed(
                    "What stands before entry %d does not fit.".formatted(begin));
        }
        tree.addAll(range);
        if (!add(tree, last.after(), size)) {
            return Verification.failed(
                    "What stands after entry %d does not fit.".formatted(end - 1));
        }
        if (!Arrays.equals(tree.root(), seal.checkpoint().root())) {
            return Verification.failed(
                    "The entries do not give the sealed root: at least one was altered, or the"
                            + " order was, since the seal of %s."
                                    .formatted(seal.checkpoint().time()));
        }
        if (begin > 0 && witness.ahead()) {
            return Verification.badInput(
                    "A witness's seals can be compared with an export from entry 0 on only.");
        }
        String cut = witness.wrongAfter(seal.checkpoint());
        return cut == null ? signature(last, proved(seal, end)) : Verification.failed(cut);
    }

    private Verification signature(ExportLine.Sealed last, String proved) {
        Verification verification = signature(last.seal(), last.changes(), key, proved);
        if (key == null || verification.outcome() != Verification.Outcome.PROVED) {
            return verification;
        }
        String unsigned = witness.unsigned(KeyChain.of(key, last.changes()));
        return unsigned == null ? verification : Verification.failed(unsigned);
    }

    private static boolean add(Frontier tree, List<byte[]> roots, long to) {
        for (byte[] root : roots) {
            if (tree.size() >= to) {
                return false;
            }
            tree.addSubtree(Long.numberOfTrailingZeros(Tree.coverSize(tree.size(), to)), root);
        }
        return tree.size() == to;
    }

    private String proved(Seal seal, long end) {
        Checkpoint checkpoint = seal.checkpoint();
        String which =
                end == begin
                        ? "There are no entries"
                        : "Entries %d to %d are all there, in their order and unaltered"
                                .formatted(begin, end - 1);
        return "%s, under the seal of %s over %d entries at %s. %d disclosed values are those that"
                        .formatted(
                                which,
                                checkpoint.origin(),
                                checkpoint.size(),
                                checkpoint.time(),
                                disclosed)
                + " the entries are committed to."
                + (witness.passed() == 0
                        ? ""
                        : " It goes through %d seals of the witness.".formatted(witness.passed()))
                + (witness.ahead()
                        ? " The witness has younger seals, of what came after this export."
                        : "");
    }

    /** Adds what the signature says to what was proved without it. */
    static Verification signature(
            Seal seal, List<KeyChange> changes, @Nullable SealKey key, String proved) {
        String broken = KeyChain.broken(changes, seal.checkpoint());
        if (broken != null) {
            return Verification.failed(broken);
        }
        if (key == null) {
            return new Verification(
                    Verification.Outcome.ALL_BUT_SIGNATURE,
                    proved + " Who signed the seal was not checked: give the key.");
        }
        KeyChain keys = KeyChain.of(key, changes);
        if (!keys.trusts(seal)) {
            return Verification.failed(
                    "The seal is not signed by %s%s: another key made it, or it was altered, or the key is younger than the seal."
                            .formatted(
                                    key.text(),
                                    changes.isEmpty() ? "" : " or one that took over from it"));
        }
        return new Verification(Verification.Outcome.PROVED, proved + " " + keys.words(seal));
    }

    /** The verification after the last line. */
    public Verification end() {
        if (over != null) {
            return over;
        }
        if (result != null) {
            return result;
        }
        return line == 0
                ? Verification.badInput("There is nothing in it.")
                : Verification.failed(
                        "After line %d the seal is missing: the end was cut.".formatted(line));
    }
}
