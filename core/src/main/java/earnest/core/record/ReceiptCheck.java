package earnest.core.record;

import earnest.core.json.BadJson;
import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/** Checks a receipt. Stateless, thread-safe. */
public final class ReceiptCheck {
    private ReceiptCheck() {}

    /**
     * Checks a receipt.
     *
     * @param key whose signature is asked, or null to leave the signature out
     */
    public static Verification check(byte[] utf8, @Nullable SealKey key) {
        try {
            return check(Json.object(Json.read(utf8)), key);
        } catch (BadJson e) {
            return Verification.badInput("It is not JSON: %s.".formatted(e.getMessage()));
        } catch (IllegalArgumentException e) {
            return Verification.badInput("It is not in form: %s.".formatted(e.getMessage()));
        }
    }

    private static Verification check(
            @Nullable Map<String, Object> receipt, @Nullable SealKey key) {
        List<Object> entries = receipt == null ? null : Json.list(receipt.get("entries"));
        if (receipt == null
                || entries == null
                || !(receipt.get("seal") instanceof String note)
                || receipt.size() > (receipt.containsKey("keys") ? 3 : 2)) {
            throw new IllegalArgumentException("a receipt has entries and a seal");
        }
        Seal seal = Seal.read(note);
        long former = -1;
        int disclosed = 0;
        for (int i = 0; i < entries.size(); i++) {
            Map<String, Object> entry = Json.object(entries.get(i));
            if (entry == null
                    || !(entry.get("number") instanceof Long number)
                    || !(entry.get("leaf") instanceof String leaf)) {
                throw new IllegalArgumentException(
                        "entries[%d]: has no number or leaf".formatted(i));
            }
            Map<String, Object> values = Json.object(entry.get("disclosed"));
            if (values == null) {
                throw new IllegalArgumentException(
                        "entries[%d].disclosed: must be an object".formatted(i));
            }
            byte[] bytes = leaf.getBytes(StandardCharsets.UTF_8);
            if (number <= former) {
                return Verification.failed(
                        "Entry %d follows %d: the entries are out of order."
                                .formatted(number, former));
            }
            former = number;
            Checkpoint checkpoint = seal.checkpoint();
            List<byte[]> proof = Lines.hashes("entries[%d].proof".formatted(i), entry.get("proof"));
            if (!Tree.includes(
                    Tree.leaf(bytes), number, checkpoint.size(), proof, checkpoint.root())) {
                return Verification.failed(
                        "Entry %d is not the one that was sealed under this number."
                                .formatted(number));
            }
            String wrong = Disclosed.wrong(bytes, values);
            if (wrong != null) {
                return Verification.failed("Entry %d %s.".formatted(number, wrong));
            }
            disclosed += values.size();
        }
        return ExportCheck.signature(
                seal,
                Lines.changes(receipt.get("keys")),
                key,
                proved(seal.checkpoint(), entries.size(), disclosed));
    }

    private static String proved(Checkpoint checkpoint, int entries, int disclosed) {
        return ("The %d entries are unaltered and in their places, under the seal of %s over %d"
                        + " entries at %s. %d disclosed values are those that the entries are"
                        + " committed to. Whether there are further entries on the matter, a"
                        + " receipt does not show.")
                .formatted(
                        entries,
                        checkpoint.origin(),
                        checkpoint.size(),
                        checkpoint.time(),
                        disclosed);
    }
}
