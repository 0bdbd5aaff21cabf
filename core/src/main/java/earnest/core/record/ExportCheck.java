package earnest.core.record;

import earnest.core.json.BadJson;
import earnest.core.json.Json;
import earnest.core.json.JsonReader;

import org.jspecify.annotations.Nullable;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Checks an export line by line, in memory that does not grow with it. Not thread-safe; one for
 * each export.
 */
public final class ExportCheck {
    private final @Nullable SealKey key;
    private final Deque<Seal> witnessed;
    private @Nullable Frontier entries;
    private @Nullable Verdict over;
    private @Nullable Verdict result;
    private long begin;
    private long line;
    private long disclosed;
    private long passed;

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
        this.witnessed =
                new ArrayDeque<>(
                        witnessed.stream()
                                .sorted(Comparator.comparingLong(s -> s.checkpoint().size()))
                                .toList());
    }

    /** Whether more lines can change anything. */
    public boolean over() {
        return over != null;
    }

    /** A line as it was read, before it is put in its place. */
    private sealed interface Read {
        record Entry(long number, byte[] leafHash, int disclosed, @Nullable String wrong)
                implements Read {}

        record Sealed(Seal seal, List<byte[]> before, List<byte[]> after) implements Read {}

        record Bad(String words) implements Read {}
    }

    /** Takes the next line, as UTF-8 without its line feed. */
    public void line(byte[] bytes, int from, int to) {
        put(read(bytes, from, to));
    }

    /**
     * Takes the next lines, which are read side by side.
     *
     * @param bounds where each begins, and where it ends, in turn
     */
    public void lines(byte[] bytes, int[] bounds) {
        Read[] read =
                IntStream.range(0, bounds.length / 2)
                        .parallel()
                        .mapToObj(i -> read(bytes, bounds[2 * i], bounds[2 * i + 1]))
                        .toArray(Read[]::new);
        for (Read next : read) {
            put(next);
        }
    }

    private static Read read(byte[] bytes, int from, int to) {
        try {
            JsonReader in = new JsonReader(bytes, from, to);
            in.take('{');
            Read read =
                    switch (in.string()) {
                        case "number" -> entry(in);
                        case "seal" -> seal(in);
                        default ->
                                throw new IllegalArgumentException(
                                        "begins with neither number nor seal");
                    };
            in.end();
            return read;
        } catch (IllegalArgumentException e) {
            String what = e instanceof BadJson ? "is not JSON: " : "is not in form: ";
            return new Read.Bad(what + e.getMessage());
        }
    }

    private static Read entry(JsonReader in) {
        in.take(':');
        if (!(in.value() instanceof Long number) || number < 0) {
            throw new IllegalArgumentException("number: must be a whole number from 0");
        }
        in.take(',');
        named(in, "leaf");
        byte[] leaf = in.stringBytes();
        in.take(',');
        named(in, "disclosed");
        Map<String, Object> values = Json.object(in.value());
        in.take('}');
        if (values == null) {
            throw new IllegalArgumentException("disclosed: must be an object");
        }
        return new Read.Entry(
                number, Tree.leaf(leaf), values.size(), Disclosed.wrong(leaf, values));
    }

    private static Read seal(JsonReader in) {
        in.take(':');
        String note = in.string();
        in.take(',');
        named(in, "before");
        List<byte[]> before = hashes("before", in.value());
        in.take(',');
        named(in, "after");
        List<byte[]> after = hashes("after", in.value());
        in.take('}');
        return new Read.Sealed(Seal.read(note), before, after);
    }

    private void put(Read read) {
        if (over != null) {
            return;
        }
        line++;
        if (result != null) {
            over = Verdict.failed("Line %d follows the seal, which must be last.".formatted(line));
            return;
        }
        switch (read) {
            case Read.Entry entry -> put(entry);
            case Read.Sealed sealed -> result = sealed(sealed.seal, sealed.before, sealed.after);
            case Read.Bad bad -> over = Verdict.badInput("Line %d %s.".formatted(line, bad.words));
        }
    }

    private void put(Read.Entry entry) {
        Frontier known = entries;
        if (known == null) {
            begin = entry.number;
            known = Frontier.from(begin);
            entries = known;
        } else if (entry.number != known.size()) {
            over = Verdict.failed(order(known.size(), entry.number));
            return;
        }
        if (entry.wrong != null) {
            over = Verdict.failed("Entry %d %s.".formatted(entry.number, entry.wrong));
            return;
        }
        disclosed += entry.disclosed;
        known.add(entry.leafHash);
        witness(known);
    }

    /** Compares with what was sealed when the record was just so long. */
    private void witness(Frontier tree) {
        while (begin == 0
                && !witnessed.isEmpty()
                && witnessed.getFirst().checkpoint().size() <= tree.size()) {
            Seal seal = witnessed.removeFirst();
            boolean same =
                    seal.checkpoint().size() == tree.size()
                            && Arrays.equals(seal.checkpoint().root(), tree.root());
            if (!same && seal.checkpoint().size() > 0) {
                over =
                        Verdict.failed(
                                "Up to entry %d this is not the record that was sealed at %s: it was rewritten after a witness had its seal."
                                        .formatted(
                                                seal.checkpoint().size() - 1,
                                                seal.checkpoint().time()));
                return;
            }
            if (key != null && !seal.signedBy(key)) {
                over =
                        Verdict.failed(
                                "The witness's seal of %s is not signed by %s."
                                        .formatted(seal.checkpoint().time(), key.name()));
                return;
            }
            passed++;
        }
    }

    private static String order(long expected, long found) {
        return found > expected
                ? "Entry %d is missing: after %d comes %d.".formatted(expected, expected - 1, found)
                : "Entry %d stands where %d belongs: entries were swapped or slipped in."
                        .formatted(found, expected);
    }

    private static void named(JsonReader in, String name) {
        if (!in.string().equals(name)) {
            throw new IllegalArgumentException(name + ": is missing, or not in its place");
        }
        in.take(':');
    }

    static List<byte[]> hashes(String field, Object value) {
        List<Object> list = Json.list(value);
        if (list == null) {
            throw new IllegalArgumentException(field + ": must be a list");
        }
        List<byte[]> hashes = new ArrayList<>();
        for (Object hash : list) {
            if (!(hash instanceof String text)) {
                throw new IllegalArgumentException(field + ": holds base64 only");
            }
            byte[] bytes = Base64.getDecoder().decode(text);
            if (bytes.length != Tree.HASH_BYTES) {
                throw new IllegalArgumentException(field + ": a hash has 32 bytes");
            }
            hashes.add(bytes);
        }
        return hashes;
    }

    private Verdict sealed(Seal seal, List<byte[]> before, List<byte[]> after) {
        Frontier range = entries == null ? Frontier.from(0) : entries;
        long end = range.size();
        long size = seal.checkpoint().size();
        if (end > size) {
            return Verdict.failed(
                    "Entry %d is not under the seal, which is over %d entries."
                            .formatted(size, size));
        }
        if (end < size && after.isEmpty()) {
            return Verdict.failed(
                    "The seal is over %d entries, and this ends before entry %d: the end was cut."
                            .formatted(size, end));
        }
        Frontier tree = new Frontier();
        if (!add(tree, before, begin)) {
            return Verdict.failed("What stands before entry %d does not fit.".formatted(begin));
        }
        tree.addAll(range);
        if (!add(tree, after, size)) {
            return Verdict.failed("What stands after entry %d does not fit.".formatted(end - 1));
        }
        if (!Arrays.equals(tree.root(), seal.checkpoint().root())) {
            return Verdict.failed(
                    "The entries do not give the sealed root: at least one was altered, or the"
                            + " order was, since the seal of %s."
                                    .formatted(seal.checkpoint().time()));
        }
        if (begin > 0 && !witnessed.isEmpty()) {
            return Verdict.badInput(
                    "A witness's seals can be compared with an export from entry 0 on only.");
        }
        for (Seal later : witnessed) {
            // A seal may be younger than the export. One that is older and over more shows a cut.
            if (later.checkpoint().size() > size
                    && !later.checkpoint().time().isAfter(seal.checkpoint().time())) {
                return Verdict.failed(
                        "A witness has a seal of %s over %d entries; the seal here is younger and over %d only: the end was cut."
                                .formatted(
                                        later.checkpoint().time(),
                                        later.checkpoint().size(),
                                        size));
            }
        }
        return signature(seal, key, proved(seal, end));
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
                + (passed == 0 ? "" : " It goes through %d seals of the witness.".formatted(passed))
                + (witnessed.isEmpty()
                        ? ""
                        : " The witness has younger seals, of what came after this export.");
    }

    /** Adds what the signature says to what was proved without it. */
    static Verdict signature(Seal seal, @Nullable SealKey key, String proved) {
        if (key == null) {
            return new Verdict(
                    Verdict.Outcome.ALL_BUT_SIGNATURE,
                    proved + " Who signed the seal was not checked: give the key.");
        }
        if (!seal.signedBy(key)) {
            return Verdict.failed(
                    "The seal is not signed by %s: another key made it, or it was altered."
                            .formatted(key.name()));
        }
        return new Verdict(
                Verdict.Outcome.PROVED,
                proved + " The seal is signed by %s.".formatted(key.name()));
    }

    /** The verdict after the last line. */
    public Verdict end() {
        if (over != null) {
            return over;
        }
        if (result != null) {
            return result;
        }
        return line == 0
                ? Verdict.badInput("There is nothing in it.")
                : Verdict.failed(
                        "After line %d the seal is missing: the end was cut.".formatted(line));
    }
}
