package earnest.standins.pockets;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.time.Instant;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** The code that a phone shows (RFC 6238, HMAC-SHA-1, 30 seconds, six digits). */
public final class Authenticator {
    private static final int PERIOD = 30;

    /** What is on the screen. */
    public record Shown(String code, long secondsLeft) {}

    private Authenticator() {}

    /** What it shows at a moment. */
    public static Shown now(byte[] key, Instant now) {
        try {
            long seconds = now.getEpochSecond();
            Mac mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(key, "HmacSHA1"));
            byte[] hash = mac.doFinal(ByteBuffer.allocate(8).putLong(seconds / PERIOD).array());
            int offset = hash[hash.length - 1] & 0xf;
            int number = ByteBuffer.wrap(hash, offset, 4).getInt() & 0x7fffffff;
            return new Shown("%06d".formatted(number % 1_000_000), PERIOD - seconds % PERIOD);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
