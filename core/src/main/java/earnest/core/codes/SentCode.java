package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.nio.ByteBuffer;
import java.util.UUID;

/**
 * The six digits that are sent for one attempt of one check: a truncated HMAC-SHA-256 over the
 * check's id and the attempt. Nothing has to be stored, so nothing can leak from storage.
 */
public final class SentCode {
    private static final int DIGITS = 6;
    private static final int KEY_BYTES = 32;

    private SentCode() {}

    /**
     * The code for {@code attempt} (counted from 1) of a check.
     *
     * @param key 32 bytes held outside the database
     */
    public static Secret of(byte[] key, UUID check, int attempt) {
        if (key.length != KEY_BYTES) {
            throw new IllegalArgumentException("key: must have 32 bytes");
        }
        byte[] message =
                ByteBuffer.allocate(20)
                        .putLong(check.getMostSignificantBits())
                        .putLong(check.getLeastSignificantBits())
                        .putInt(attempt)
                        .array();
        return Secret.of(Truncation.digits("HmacSHA256", key, message, DIGITS));
    }
}
