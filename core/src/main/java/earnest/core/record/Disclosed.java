package earnest.core.record;

import earnest.core.json.Json;
import earnest.core.json.JsonReader;

import org.jspecify.annotations.Nullable;

import java.util.Arrays;
import java.util.Base64;
import java.util.Map;

/** Personal values that go with a leaf, and whether the leaf is committed to them. */
final class Disclosed {
    private Disclosed() {}

    /**
     * What is wrong with the values disclosed with a leaf, or null.
     *
     * @param disclosed field to {@code {"value", "salt"}}
     * @throws IllegalArgumentException if leaf or values are not in form
     */
    static @Nullable String wrong(byte[] leaf, Map<String, Object> disclosed) {
        if (disclosed.isEmpty()) {
            return null;
        }
        Map<String, Object> personal = personal(leaf);
        for (Map.Entry<String, Object> field : disclosed.entrySet()) {
            Map<String, Object> given = Json.object(field.getValue());
            if (given == null
                    || !(given.get("value") instanceof String value)
                    || !(given.get("salt") instanceof String salt)) {
                throw new IllegalArgumentException("disclosed: each has a value and a salt");
            }
            if (!(personal.get(field.getKey()) instanceof String commitment)) {
                return "discloses “%s”, to which it is not committed".formatted(field.getKey());
            }
            if (!committed(commitment, value, salt)) {
                return "discloses another “%s” than the one it is committed to"
                        .formatted(field.getKey());
            }
        }
        return null;
    }

    /** The commitments of a leaf; the rest of it is passed by. */
    private static Map<String, Object> personal(byte[] leaf) {
        JsonReader in = new JsonReader(leaf, 0, leaf.length);
        in.take('{');
        do {
            String field = in.string();
            in.take(':');
            if (field.equals("personal")) {
                Map<String, Object> personal = Json.object(in.value());
                if (personal != null) {
                    return personal;
                }
            } else {
                in.skip();
            }
        } while (in.takes(','));
        throw new IllegalArgumentException("leaf: has no personal fields");
    }

    private static boolean committed(String commitment, String value, String salt) {
        byte[] bytes = Base64.getDecoder().decode(salt);
        if (bytes.length != Commitment.SALT_BYTES) {
            throw new IllegalArgumentException("disclosed: a salt has 16 bytes");
        }
        return Arrays.equals(
                Base64.getDecoder().decode(commitment),
                Base64.getDecoder().decode(Commitment.to(value, bytes)));
    }
}
