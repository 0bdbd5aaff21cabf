package earnest.core.record;

import earnest.core.json.BadJson;
import earnest.core.json.JsonReader;
import earnest.core.json.TextBytes;

import org.jspecify.annotations.Nullable;

import java.util.List;

/** A line of an export as it was read, before it is put in its place. */
sealed interface ExportLine {
    /**
     * An entry.
     *
     * @param disclosed how many values stand beside it
     * @param wrong what is wrong with them, or null
     */
    record Entry(long number, byte[] leafHash, int disclosed, @Nullable String wrong)
            implements ExportLine {}

    /** The last line. */
    record Sealed(Seal seal, List<byte[]> before, List<byte[]> after, List<KeyChange> changes)
            implements ExportLine {}

    /** None of the two. */
    record Bad(String words) implements ExportLine {}

    /**
     * A line with where it ended.
     *
     * @param end at its line feed, or at the end of the text
     */
    record Ended(ExportLine line, int end) {}

    /** Reads the first line of UTF-8. */
    static Ended first(byte[] bytes, int from, int to) {
        try {
            JsonReader in = JsonReader.ofLine(bytes, from, to);
            ExportLine line = read(in);
            return new Ended(line, in.end());
        } catch (IllegalArgumentException wrong) {
            int end = JsonReader.lineEnd(bytes, from, to);
            return new Ended(read(bytes, from, end), end);
        }
    }

    /** Reads UTF-8 without its line feed. */
    static ExportLine read(byte[] bytes, int from, int to) {
        try {
            JsonReader in = new JsonReader(bytes, from, to);
            ExportLine line = read(in);
            in.end();
            return line;
        } catch (IllegalArgumentException e) {
            String what = e instanceof BadJson ? "is not JSON: " : "is not in form: ";
            return new Bad(what + e.getMessage());
        }
    }

    private static ExportLine read(JsonReader in) {
        in.take('{');
        TextBytes first = in.text();
        if (first.is("number")) {
            return entry(in);
        }
        if (first.is("seal")) {
            return seal(in);
        }
        throw new IllegalArgumentException("begins with neither number nor seal");
    }

    private static ExportLine entry(JsonReader in) {
        in.take(':');
        long number = in.wholeNumber();
        if (number < 0) {
            throw new IllegalArgumentException("number: must be a whole number from 0");
        }
        in.take(',');
        named(in, "leaf");
        TextBytes leaf = in.text();
        in.take(',');
        named(in, "disclosed");
        Disclosed disclosed = new Disclosed(leaf.bytes(), leaf.from(), leaf.to());
        disclosed.read(in);
        in.take('}');
        return new Entry(
                number,
                Tree.leaf(leaf.bytes(), leaf.from(), leaf.to()),
                disclosed.count(),
                disclosed.wrong());
    }

    private static ExportLine seal(JsonReader in) {
        in.take(':');
        String note = in.string();
        in.take(',');
        named(in, "before");
        List<byte[]> before = Lines.hashes("before", in.value());
        in.take(',');
        named(in, "after");
        List<byte[]> after = Lines.hashes("after", in.value());
        List<KeyChange> changes = List.of();
        if (in.takes(',')) {
            named(in, "keys");
            changes = Lines.changes(in.value());
        }
        in.take('}');
        return new Sealed(Seal.read(note), before, after, changes);
    }

    private static void named(JsonReader in, String name) {
        if (!in.text().is(name)) {
            throw new IllegalArgumentException(name + ": is missing, or not in its place");
        }
        in.take(':');
    }
}
