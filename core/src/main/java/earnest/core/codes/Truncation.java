package earnest.core.codes;

import java.security.GeneralSecurityException;
import java.util.Locale;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Dynamic truncation of an HMAC to decimal digits (RFC 4226, section 5.3). */
final class Truncation {
    private static final long TEN = 10;

    private Truncation() {}

    static String digits(String algorithm, byte[] key, byte[] message, int digits) {
        byte[] mac = hmac(algorithm, key, message);
        int offset = mac[mac.length - 1] & 0xf;
        int binary =
                (mac[offset] & 0x7f) << 24
                        | (mac[offset + 1] & 0xff) << 16
                        | (mac[offset + 2] & 0xff) << 8
                        | (mac[offset + 3] & 0xff);
        return String.format(Locale.ROOT, "%0" + digits + "d", binary % power(digits));
    }

    /** Of ten, as a long: that of ten digits is more than an int holds. */
    private static long power(int digits) {
        long power = 1;
        for (int i = 0; i < digits; i++) {
            power *= TEN;
        }
        return power;
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
