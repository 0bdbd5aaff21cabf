package earnest.core.record;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;

/**
 * Lines of an export that were read together, up to the first that ends the reading. Their tree is
 * built as far as they go, so that parts can be read side by side and then put together.
 */
final class ExportPart {
    private final @Nullable List<byte[]> hashes;
    private @Nullable Frontier tree;
    private long first;
    private long lines;
    private long disclosed;
    private @Nullable String failed;
    private @Nullable ExportLine end;

    private ExportPart(boolean oneByOne) {
        this.hashes = oneByOne ? new ArrayList<>() : null;
    }

    /**
     * Reads whole lines, the last of which may lack its line feed.
     *
     * @param oneByOne whether the hash of each leaf is kept, for comparing roots on the way
     */
    static ExportPart read(byte[] bytes, int from, int to, boolean oneByOne) {
        ExportPart part = new ExportPart(oneByOne);
        int at = from;
        while (at < to && part.failed == null && part.end == null) {
            ExportLine.Ended next = ExportLine.first(bytes, at, to);
            part.take(next.line());
            at = next.end() + 1;
        }
        if (at < to && part.end instanceof ExportLine.Sealed) {
            part.lines++;
            part.failed = "Line %d follows the seal, which must be last.";
        }
        return part;
    }

    private void take(ExportLine line) {
        lines++;
        if (line instanceof ExportLine.Entry entry) {
            take(entry);
        } else {
            end = line;
        }
    }

    private void take(ExportLine.Entry entry) {
        Frontier known = tree;
        if (known == null) {
            first = entry.number();
            known = Frontier.from(first);
            tree = known;
        } else if (entry.number() != known.size()) {
            failed = order(known.size(), entry.number());
            return;
        }
        if (entry.wrong() != null) {
            failed = "Entry %d %s.".formatted(entry.number(), entry.wrong());
            return;
        }
        disclosed += entry.disclosed();
        known.add(entry.leafHash());
        if (hashes != null) {
            hashes.add(entry.leafHash());
        }
    }

    /** In words, that another entry comes than the one that must. */
    static String order(long expected, long found) {
        return found > expected
                ? "Entry %d is missing: after %d comes %d.".formatted(expected, expected - 1, found)
                : "Entry %d stands where %d belongs: entries were swapped or slipped in."
                        .formatted(found, expected);
    }

    /** The tree of its entries, or null if there are none. */
    @Nullable Frontier tree() {
        return tree;
    }

    /** Number of the first entry. */
    long first() {
        return first;
    }

    /** Hashes of the leaves, if they were to be kept. */
    List<byte[]> hashes() {
        return hashes == null ? List.of() : hashes;
    }

    /** How many lines were read. */
    long lines() {
        return lines;
    }

    long disclosed() {
        return disclosed;
    }

    /** What fails in it; where it names a line, that is still to be filled in. */
    @Nullable String failed() {
        return failed;
    }

    /** The seal or a line that is none, at which the reading ended; or null. */
    @Nullable ExportLine end() {
        return end;
    }
}
