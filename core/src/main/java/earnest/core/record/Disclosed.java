package earnest.core.record;

import earnest.core.json.JsonReader;
import earnest.core.json.JsonText;
import earnest.core.json.TextBytes;

import org.jspecify.annotations.Nullable;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * Reads the personal values that go with a leaf, and says whether the leaf is committed to them.
 * Not thread-safe; one for each leaf.
 */
final class Disclosed {
    private final byte[] leaf;
    private final int from;
    private final int to;
    private final Set<String> fields = new HashSet<>(4);
    private @Nullable String wrong;

    /** Where the leaf's commitments begin, once that was looked for. */
    private int personal = -1;

    Disclosed(byte[] leaf, int from, int to) {
        this.leaf = leaf;
        this.from = from;
        this.to = to;
    }

    /** How many there are. */
    int count() {
        return fields.size();
    }

    /** What is wrong with the first that is not committed to, or null. */
    @Nullable String wrong() {
        return wrong;
    }

    /**
     * Reads all of them, field to {@code {"value", "salt"}}.
     *
     * @throws IllegalArgumentException if leaf or values are not in form
     */
    void read(JsonReader in) {
        in.take('{');
        if (in.takes('}')) {
            return;
        }
        do {
            String field = in.string();
            if (!fields.add(field)) {
                throw new IllegalArgumentException("disclosed: a field is there twice");
            }
            in.take(':');
            byte[] hash = value(in);
            if (wrong == null) {
                wrong = wrong(field, hash);
            }
        } while (in.takes(','));
        in.take('}');
    }

    /** The hash of one value with its salt, which may stand in either order. */
    private static byte[] value(JsonReader in) {
        in.take('{');
        TextBytes value = null;
        TextBytes salt = null;
        do {
            TextBytes name = in.text();
            in.take(':');
            if (name.is("value") && value == null) {
                value = in.text();
            } else if (name.is("salt") && salt == null) {
                salt = in.text();
            } else {
                throw new IllegalArgumentException("disclosed: each has a value and a salt");
            }
        } while (in.takes(','));
        in.take('}');
        if (value == null || salt == null) {
            throw new IllegalArgumentException("disclosed: each has a value and a salt");
        }
        byte[] bytes =
                Base64.getDecoder()
                        .decode(Arrays.copyOfRange(salt.bytes(), salt.from(), salt.to()));
        if (bytes.length != Commitment.SALT_BYTES) {
            throw new IllegalArgumentException("disclosed: a salt has 16 bytes");
        }
        return hash(value, bytes);
    }

    private static byte[] hash(TextBytes value, byte[] salt) {
        String text = value.string();
        if (value.plain()) {
            // Without any escape the quotes around it make it the canonical form.
            return Commitment.hash(salt, value.bytes(), value.from() - 1, value.to() + 1);
        }
        byte[] json = CanonicalJson.write(text).getBytes(StandardCharsets.UTF_8);
        return Commitment.hash(salt, json, 0, json.length);
    }

    private @Nullable String wrong(String field, byte[] hash) {
        TextBytes commitment = commitment(field);
        if (commitment == null) {
            return "discloses “%s”, to which it is not committed".formatted(field);
        }
        byte[] known =
                Base64.getDecoder()
                        .decode(
                                Arrays.copyOfRange(
                                        commitment.bytes(), commitment.from(), commitment.to()));
        return Arrays.equals(known, hash)
                ? null
                : "discloses another “%s” than the one it is committed to".formatted(field);
    }

    /**
     * What is wrong with values that were read already, or null.
     *
     * @throws IllegalArgumentException as {@link #read}
     */
    static @Nullable String wrong(byte[] leaf, Map<String, Object> values) {
        Disclosed disclosed = new Disclosed(leaf, 0, leaf.length);
        byte[] json = JsonText.of(values).getBytes(StandardCharsets.UTF_8);
        disclosed.read(new JsonReader(json, 0, json.length));
        return disclosed.wrong;
    }

    /** What the leaf is committed to under that name. */
    private @Nullable TextBytes commitment(String field) {
        if (personal < 0) {
            personal = commitments();
        }
        return named(field, new JsonReader(leaf, personal, to));
    }

    /** Where the commitments begin; what stands before them is passed by. */
    private int commitments() {
        JsonReader in = new JsonReader(leaf, from, to);
        in.take('{');
        do {
            boolean found = in.text().is("personal");
            in.take(':');
            if (found) {
                return in.at();
            }
            in.skip();
        } while (in.takes(','));
        throw new IllegalArgumentException("leaf: has no personal fields");
    }

    private static @Nullable TextBytes named(String field, JsonReader in) {
        in.take('{');
        if (in.takes('}')) {
            return null;
        }
        do {
            String name = in.string();
            in.take(':');
            TextBytes commitment = in.text();
            if (name.equals(field)) {
                return commitment;
            }
        } while (in.takes(','));
        return null;
    }
}
