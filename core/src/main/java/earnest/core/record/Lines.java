package earnest.core.record;

import earnest.core.json.Json;
import earnest.core.json.JsonReader;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Writes exports and receipts, as {@link ExportCheck} and {@link ReceiptCheck} read them. */
public final class Lines {
    /**
     * A personal value that goes with a leaf.
     *
     * @param salt {@link Commitment#SALT_BYTES} bytes
     */
    public record Value(String value, byte[] salt) {}

    private Lines() {}

    /** An export's line of one entry, without line feed. */
    public static String entry(long number, String leaf, Map<String, Value> disclosed) {
        return "{\"number\":%d,\"leaf\":%s,\"disclosed\":%s}"
                .formatted(
                        number,
                        CanonicalJson.write(leaf),
                        CanonicalJson.write(disclosed(disclosed)));
    }

    /** An entry as an export's line has it. */
    public record Numbered(long number, String leaf) {}

    /**
     * Reads an export's line of one entry; empty for the last line.
     *
     * @param from where the line begins
     * @param to its end, without line feed
     * @throws IllegalArgumentException if it is no line of an export
     */
    public static Optional<Numbered> numbered(byte[] bytes, int from, int to) {
        JsonReader in = new JsonReader(bytes, from, to);
        in.take('{');
        if (!in.text().is("number")) {
            return Optional.empty();
        }
        in.take(':');
        long number = in.wholeNumber();
        in.take(',');
        if (number < 0 || !in.text().is("leaf")) {
            throw new IllegalArgumentException("it is no entry of an export");
        }
        in.take(':');
        return Optional.of(new Numbered(number, in.string()));
    }

    /**
     * An export's last line, without line feed.
     *
     * @param changes of the key, oldest first; where there are none, the line does not speak of it
     */
    public static String seal(
            String note, List<byte[]> before, List<byte[]> after, List<KeyChange> changes) {
        return "{\"seal\":%s,\"before\":%s,\"after\":%s%s}"
                .formatted(
                        CanonicalJson.write(note),
                        CanonicalJson.write(base64(before)),
                        CanonicalJson.write(base64(after)),
                        keys(changes));
    }

    private static String keys(List<KeyChange> changes) {
        if (changes.isEmpty()) {
            return "";
        }
        List<Map<String, Object>> keys = new ArrayList<>();
        for (KeyChange change : changes) {
            keys.add(
                    Map.of(
                            "number", change.number(),
                            "leaf", change.leaf(),
                            "proof", base64(change.inclusion()),
                            "seal", change.seal().note(),
                            "consistency", base64(change.consistency())));
        }
        return ",\"keys\":" + CanonicalJson.write(keys);
    }

    /** How a receipt begins; the entries follow, with {@link #BETWEEN} between them. */
    public static final String RECEIPT = "{\"entries\":[\n";

    /** What stands between the entries of a receipt. */
    public static final String BETWEEN = ",\n";

    /** One entry of a receipt, on a line of its own. */
    public static String receiptEntry(
            long number, String leaf, Map<String, Value> disclosed, List<byte[]> proof) {
        return "{\"number\":%d,\"leaf\":%s,\"disclosed\":%s,\"proof\":%s}"
                .formatted(
                        number,
                        CanonicalJson.write(leaf),
                        CanonicalJson.write(disclosed(disclosed)),
                        CanonicalJson.write(base64(proof)));
    }

    /** How a receipt ends. */
    public static String receiptEnd(String note, List<KeyChange> changes) {
        return "\n],\"seal\":%s%s}\n".formatted(CanonicalJson.write(note), keys(changes));
    }

    private static Map<String, Object> disclosed(Map<String, Value> values) {
        Map<String, Object> disclosed = new LinkedHashMap<>();
        values.forEach(
                (field, value) ->
                        disclosed.put(
                                field,
                                Map.of(
                                        "value",
                                        value.value,
                                        "salt",
                                        Base64.getEncoder().encodeToString(value.salt))));
        return disclosed;
    }

    private static List<String> base64(List<byte[]> hashes) {
        List<String> texts = new ArrayList<>();
        hashes.forEach(hash -> texts.add(Base64.getEncoder().encodeToString(hash)));
        return texts;
    }

    /** Reads what {@link #base64} wrote. */
    static List<byte[]> hashes(String field, @Nullable Object value) {
        List<Object> list = Json.list(value);
        if (list == null) {
            throw new IllegalArgumentException(field + ": must be a list");
        }
        List<byte[]> hashes = new ArrayList<>();
        for (Object hash : list) {
            if (!(hash instanceof String text)) {
                throw new IllegalArgumentException(field + ": holds base64 only");
            }
            byte[] bytes = StrictBase64.decode(text);
            if (bytes.length != Tree.HASH_BYTES) {
                throw new IllegalArgumentException(field + ": a hash has 32 bytes");
            }
            hashes.add(bytes);
        }
        return hashes;
    }

    /** The changes of the key that a seal is shown with; none if there is no such field. */
    static List<KeyChange> changes(@Nullable Object value) {
        if (value == null) {
            return List.of();
        }
        List<Object> list = Json.list(value);
        if (list == null) {
            throw new IllegalArgumentException("keys: must be a list");
        }
        return list.stream().map(KeyChange::read).toList();
    }
}
