package earnest.core.codes;

import earnest.core.passwords.Secret;
import earnest.core.passwords.SpokenWords;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Words that are shown in one place and said in another: of the spoken words, taken by an
 * HMAC-SHA-256 over an id, so that nothing has to be stored. There are more than 2,048 of them,
 * which is for a few tries only. Stateless, thread-safe.
 */
public final class SentWord {
    private static final byte[] PURPOSE = "word".getBytes(StandardCharsets.US_ASCII);

    /** Before the place of one of several, so that none is ever the word of a check. */
    private static final byte SEVERAL = 's';

    private static final int MOST = 16;
    private static final int LONGEST = 12;
    private static final String HMAC = "HmacSHA256";

    private SentWord() {}

    /**
     * The word of a check. The caller wipes it.
     *
     * @param key 32 bytes held outside the database
     */
    public static Secret of(byte[] key, UUID check) {
        return Secret.of(word(key, PURPOSE, check));
    }

    /**
     * Several words, with a space between: each drawn by itself, eleven bits of each, and drawn
     * again where it is there already, since whoever learns "puzzling puzzling" doubts it. The
     * caller wipes them.
     *
     * @param key 32 bytes held outside the database
     * @param id of what they are for, which is no check
     * @param count 1 to 16
     */
    public static Secret several(byte[] key, UUID id, int count) {
        if (count < 1 || count > MOST) {
            throw new IllegalArgumentException("1 to %d words".formatted(MOST));
        }
        Set<String> drawn = new HashSet<>();
        StringBuilder words = new StringBuilder(count * LONGEST);
        for (byte place = 0; place < count; place++) {
            String word = word(key, new byte[] {SEVERAL, place}, id);
            for (byte again = 1; !drawn.add(word); again++) {
                word = word(key, new byte[] {SEVERAL, place, again}, id);
            }
            words.append(place == 0 ? "" : " ").append(word);
        }
        Secret secret = Secret.of(words);
        words.setLength(0);
        return secret;
    }

    private static String word(byte[] key, byte[] purpose, UUID id) {
        byte[] message =
                ByteBuffer.allocate(purpose.length + 2 * Long.BYTES)
                        .put(purpose)
                        .putLong(id.getMostSignificantBits())
                        .putLong(id.getLeastSignificantBits())
                        .array();
        try {
            Mac mac = Mac.getInstance(HMAC);
            mac.init(new SecretKeySpec(key, HMAC));
            List<String> words = SpokenWords.all();
            // Of 64 bits, what one word is likelier than another is not to be measured.
            long drawn = ByteBuffer.wrap(mac.doFinal(message)).getLong();
            return words.get((int) Long.remainderUnsigned(drawn, words.size()));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HMAC-SHA256 is missing from this Java", e);
        }
    }
}
