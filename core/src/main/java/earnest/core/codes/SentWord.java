package earnest.core.codes;

import earnest.core.passwords.Secret;
import earnest.core.passwords.SpokenWords;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.List;
import java.util.UUID;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * The word of one check that is shown in one place and said in another: one of the spoken words,
 * taken by an HMAC-SHA-256 over the check's id, so that nothing has to be stored. There are more
 * than 2,048 of them, which is for a few tries only. Stateless, thread-safe.
 */
public final class SentWord {
    private static final byte[] PURPOSE = "word".getBytes(StandardCharsets.US_ASCII);
    private static final String HMAC = "HmacSHA256";

    private SentWord() {}

    /**
     * The word of a check. The caller wipes it.
     *
     * @param key 32 bytes held outside the database
     */
    public static Secret of(byte[] key, UUID check) {
        byte[] message =
                ByteBuffer.allocate(PURPOSE.length + 2 * Long.BYTES)
                        .put(PURPOSE)
                        .putLong(check.getMostSignificantBits())
                        .putLong(check.getLeastSignificantBits())
                        .array();
        try {
            Mac mac = Mac.getInstance(HMAC);
            mac.init(new SecretKeySpec(key, HMAC));
            List<String> words = SpokenWords.all();
            // Of 64 bits, what one word is likelier than another is not to be measured.
            long drawn = ByteBuffer.wrap(mac.doFinal(message)).getLong();
            return Secret.of(words.get((int) Long.remainderUnsigned(drawn, words.size())));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HMAC-SHA256 is missing from this Java", e);
        }
    }
}
