package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.io.ByteArrayOutputStream;

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

    /**
     * The key that a text in base 32 stands for (RFC 4648, section 6): small letters, spaces and
     * hyphens between, and padding behind are taken. The caller wipes it.
     *
     * @throws IllegalArgumentException without the text, if a character is none of base 32
     */
    public static byte[] read(Secret text) {
        return text.open(
                characters -> {
                    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                    int held = 0;
                    int bits = 0;
                    for (char c : characters) {
                        if (c == ' ' || c == '-' || c == '=') {
                            continue;
                        }
                        int digit = DIGITS.indexOf(Character.toUpperCase(c));
                        if (digit < 0) {
                            throw new IllegalArgumentException("a character is none of base 32");
                        }
                        held = held << BITS | digit;
                        bits += BITS;
                        if (bits >= Byte.SIZE) {
                            bits -= Byte.SIZE;
                            bytes.write(held >> bits);
                            held &= (1 << bits) - 1;
                        }
                    }
                    return bytes.toByteArray();
                });
    }
}
