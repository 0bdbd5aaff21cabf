package earnest.core.record;

import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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

    /** An export's last line, without line feed. */
    public static String seal(String note, List<byte[]> before, List<byte[]> after) {
        return "{\"seal\":%s,\"before\":%s,\"after\":%s}"
                .formatted(
                        CanonicalJson.write(note),
                        CanonicalJson.write(base64(before)),
                        CanonicalJson.write(base64(after)));
    }

    /** One entry of a receipt. */
    public static Map<String, Object> receiptEntry(
            long number, String leaf, Map<String, Value> disclosed, List<byte[]> proof) {
        Map<String, Object> entry = new LinkedHashMap<>();
        entry.put("number", number);
        entry.put("leaf", leaf);
        entry.put("disclosed", disclosed(disclosed));
        entry.put("proof", base64(proof));
        return entry;
    }

    /** A whole receipt of what {@link #receiptEntry} gave. */
    public static String receipt(List<Map<String, Object>> entries, String note) {
        return CanonicalJson.write(Map.of("entries", entries, "seal", note));
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
}
