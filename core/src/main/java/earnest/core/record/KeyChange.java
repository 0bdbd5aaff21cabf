package earnest.core.record;

import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/**
 * That one key took over from another: the entry that says so, its inclusion under the last seal of
 * the old key, and that the record went on from there. Whoever has the old key needs nothing else
 * to accept the new one. Immutable if its lists are; thread-safe.
 *
 * @param number place of the entry
 * @param leaf canonical JSON, of kind {@link #KIND}, whose data names both keys as {@code from} and
 *     {@code to}
 * @param inclusion RFC 9162, section 2.1.3, of the entry under {@code seal}
 * @param seal the last one that the old key signed
 * @param consistency RFC 9162, section 2.1.4, of {@code seal} with the seal that the change is
 *     shown with
 */
public record KeyChange(
        long number,
        String leaf,
        List<byte[]> inclusion,
        Seal seal,
        List<byte[]> consistency,
        SealKey from,
        SealKey to) {
    /** Kind of the entry. */
    public static final String KIND = "key-changed";

    /**
     * Reads the keys out of the leaf; what is claimed is not checked yet.
     *
     * @throws IllegalArgumentException if it is no leaf of a change of keys
     */
    public static KeyChange of(
            long number, String leaf, List<byte[]> inclusion, Seal seal, List<byte[]> consistency) {
        Map<String, Object> fields = Json.object(Json.read(leaf));
        Map<String, Object> data = fields == null ? null : Json.object(fields.get("data"));
        if (fields == null
                || data == null
                || !KIND.equals(fields.get("kind"))
                || !(data.get("from") instanceof String from)
                || !(data.get("to") instanceof String to)) {
            throw new IllegalArgumentException("keys: an entry is no change of keys");
        }
        return new KeyChange(
                number, leaf, inclusion, seal, consistency, SealKey.read(from), SealKey.read(to));
    }

    /**
     * Reads what {@link Lines} wrote.
     *
     * @throws IllegalArgumentException if it is not in form
     */
    static KeyChange read(@Nullable Object value) {
        Map<String, Object> fields = Json.object(value);
        if (fields == null
                || !(fields.get("number") instanceof Long number)
                || !(fields.get("leaf") instanceof String leaf)
                || !(fields.get("seal") instanceof String note)) {
            throw new IllegalArgumentException("keys: a change has number, leaf and seal");
        }
        return of(
                number,
                leaf,
                Lines.hashes("keys.proof", fields.get("proof")),
                Seal.read(note),
                Lines.hashes("keys.consistency", fields.get("consistency")));
    }

    /** Why the change is not shown to belong to the record under that seal, or null. */
    @Nullable String wrong(Checkpoint later) {
        Checkpoint then = seal.checkpoint();
        String at = "The change of keys in entry %d ".formatted(number);
        if (!Tree.includes(
                Tree.leaf(leaf.getBytes(StandardCharsets.UTF_8)),
                number,
                then.size(),
                inclusion,
                then.root())) {
            return at + "is not under the seal that it is shown with.";
        }
        if (!Tree.consistent(then.size(), then.root(), later.size(), later.root(), consistency)) {
            return at + "is sealed in another record than this one.";
        }
        if (!seal.signedBy(from)) {
            return at + "is not signed by the key that it replaces.";
        }
        return null;
    }
}
