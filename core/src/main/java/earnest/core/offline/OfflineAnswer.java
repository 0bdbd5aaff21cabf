package earnest.core.offline;

import earnest.core.codes.Ocra;
import earnest.core.passwords.Secret;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.text.Normalizer;
import java.time.Instant;
import java.util.Arrays;

/**
 * The answer to a challenge: it lets one password in, on one machine, once. RFC 6287 with the
 * password in the place of the PIN. Thread-safe.
 */
public final class OfflineAnswer {
    /** Bytes of a machine's key. */
    public static final int KEY_BYTES = 32;

    private static final Ocra SUITE = Ocra.suite("OCRA-1:HOTP-SHA256-10:QA10-PSHA256");
    private static final int FIRST = 3;
    private static final int SECOND = 6;

    private OfflineAnswer() {}

    /**
     * Ten digits. Both the answer and the password are the caller's to wipe.
     *
     * @param key the machine's, of {@link #KEY_BYTES}
     * @throws IllegalArgumentException if the key is longer or shorter
     */
    public static Secret of(byte[] key, Challenge challenge, Secret password) {
        if (key.length != KEY_BYTES) {
            throw new IllegalArgumentException("key: must have %d bytes".formatted(KEY_BYTES));
        }
        byte[] hash = hash(password);
        // The suite has no time in it.
        return SUITE.response(
                key, new Ocra.Input(0, challenge.question(), hash, new byte[0]), Instant.EPOCH);
    }

    /** As it is shown and read aloud: 3, 3 and 4 digits. */
    public static String shown(Secret answer) {
        return answer.open(
                digits ->
                        new String(digits, 0, FIRST)
                                + " "
                                + new String(digits, FIRST, SECOND - FIRST)
                                + " "
                                + new String(digits, SECOND, digits.length - SECOND));
    }

    /** However its accents are typed, it is the same password. */
    private static byte[] hash(Secret password) {
        return password.open(
                characters -> {
                    String same =
                            Normalizer.normalize(CharBuffer.wrap(characters), Normalizer.Form.NFC);
                    ByteBuffer encoded = StandardCharsets.UTF_8.encode(same);
                    byte[] bytes = new byte[encoded.remaining()];
                    encoded.get(bytes);
                    try {
                        return MessageDigest.getInstance("SHA-256").digest(bytes);
                    } catch (GeneralSecurityException e) {
                        throw new IllegalStateException("SHA-256 is missing from this Java", e);
                    } finally {
                        Arrays.fill(bytes, (byte) 0);
                        Arrays.fill(encoded.array(), (byte) 0);
                    }
                });
    }
}
