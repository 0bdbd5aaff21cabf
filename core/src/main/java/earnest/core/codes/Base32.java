package earnest.core.codes;

import earnest.core.passwords.Secret;

/** Base 32 for keys that are typed or read by an app, RFC 4648, section 6. Thread-safe. */
public final class Base32 {
    private static final String DIGITS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
    private static final int BITS = 5;
    private static final int MASK = (1 << BITS) - 1;

    private Base32() {}

    /** A key in base 32, without padding. The caller wipes it. */
    public static Secret of(byte[] key) {
        StringBuilder text = new StringBuilder((key.length * Byte.SIZE + BITS - 1) / BITS);
        int held = 0;
        int bits = 0;
        for (byte b : key) {
            held = held << Byte.SIZE | b & 0xff;
            bits += Byte.SIZE;
            while (bits >= BITS) {
                bits -= BITS;
                text.append(DIGITS.charAt(held >> bits & MASK));
            }
            held &= (1 << bits) - 1;
        }
        if (bits > 0) {
            text.append(DIGITS.charAt(held << BITS - bits & MASK));
        }
        Secret secret = Secret.of(text);
        text.setLength(0);
        return secret;
    }
}
