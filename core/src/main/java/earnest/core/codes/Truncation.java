package earnest.core.codes;

import java.security.GeneralSecurityException;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Dynamic truncation of an HMAC to decimal digits (RFC 4226, section 5.3). */
final class Truncation {
    private static final int[] POWERS = {
        1, 10, 100, 1_000, 10_000, 100_000, 1_000_000, 10_000_000, 100_000_000
    };

    private Truncation() {}

    static String digits(String algorithm, byte[] key, byte[] message, int digits) {
        byte[] mac = hmac(algorithm, key, message);
        int offset = mac[mac.length - 1] & 0xf;
        int binary =
                (mac[offset] & 0x7f) << 24
                        | (mac[offset + 1] & 0xff) << 16
                        | (mac[offset + 2] & 0xff) << 8
                        | (mac[offset + 3] & 0xff);
        return ("%0" + digits + "d").formatted(binary % POWERS[digits]);
    }

    private static byte[] hmac(String algorithm, byte[] key, byte[] message) {
        try {
            Mac mac = Mac.getInstance(algorithm);
            mac.init(new SecretKeySpec(key, algorithm));
            return mac.doFinal(message);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(algorithm + " is missing from this Java", e);
        }
    }
}
