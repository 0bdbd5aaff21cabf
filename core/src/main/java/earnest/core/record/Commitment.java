package earnest.core.record;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;

/**
 * Binds a leaf to a personal value that stands beside it and can be erased: base64 of SHA-256(0x02
 * ‖ salt ‖ canonical JSON of the value).
 */
public final class Commitment {
    /** Random bytes of salt for each field of each entry. */
    public static final int SALT_BYTES = 16;

    private static final byte PREFIX = 0x02;

    private Commitment() {}

    /**
     * Commits to a value.
     *
     * @param salt {@link #SALT_BYTES} random bytes, used once
     */
    public static String to(Object value, byte[] salt) {
        if (salt.length != SALT_BYTES) {
            throw new IllegalArgumentException("salt: must have 16 bytes");
        }
        byte[] json = CanonicalJson.write(value).getBytes(StandardCharsets.UTF_8);
        return Base64.getEncoder().encodeToString(hash(salt, json, 0, json.length));
    }

    /**
     * What is encoded: the hash of salt and value.
     *
     * @param json holds the value in canonical form from {@code from} up to but not with {@code to}
     */
    static byte[] hash(byte[] salt, byte[] json, int from, int to) {
        MessageDigest digest = Sha256.fresh();
        digest.update(PREFIX);
        digest.update(salt);
        digest.update(json, from, to - from);
        return digest.digest();
    }
}
