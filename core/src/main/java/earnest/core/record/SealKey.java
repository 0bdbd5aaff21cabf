package earnest.core.record;

import earnest.core.signatures.Ed25519;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.PublicKey;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;

/**
 * The public half of the key that seals: Ed25519 (RFC 8032), written as a verifier key of the
 * signed-note form, {@code name+hash+base64(0x01 ‖ key)}, where the hash is the first four bytes of
 * SHA-256(name ‖ line feed ‖ 0x01 ‖ key) in hexadecimal. Immutable, thread-safe.
 */
public final class SealKey {
    private static final byte ED25519 = 0x01;
    private static final int HASH_BYTES = 4;

    private final String name;
    private final byte[] key;

    private SealKey(String name, byte[] key) {
        if (name.isBlank() || name.chars().anyMatch(c -> c == '+' || Character.isWhitespace(c))) {
            throw new IllegalArgumentException("key: its name has a plus sign or white space");
        }
        this.name = name;
        this.key = key;
    }

    /** The public key of a pair, under a name without white space or plus sign. */
    public static SealKey of(String name, PublicKey key) {
        return new SealKey(name, Ed25519.bytes(key));
    }

    /**
     * Reads a verifier key.
     *
     * @throws IllegalArgumentException if it is none
     */
    public static SealKey read(String text) {
        String[] parts = text.strip().split("\\+", 3);
        if (parts.length != 3) {
            throw new IllegalArgumentException("key: must be name+hash+key");
        }
        byte[] typed;
        try {
            typed = StrictBase64.decode(parts[2]);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("key: its last part is not base64", e);
        }
        if (typed.length != Ed25519.KEY_BYTES + 1 || typed[0] != ED25519) {
            throw new IllegalArgumentException("key: must be for Ed25519");
        }
        SealKey key = new SealKey(parts[0], Arrays.copyOfRange(typed, 1, typed.length));
        if (!HexFormat.of().formatHex(key.hash()).equals(parts[1])) {
            throw new IllegalArgumentException("key: its hash does not fit, a character is wrong");
        }
        return key;
    }

    public String name() {
        return name;
    }

    /** The verifier key as text. */
    public String text() {
        return "%s+%s+%s"
                .formatted(
                        name,
                        HexFormat.of().formatHex(hash()),
                        Base64.getEncoder().encodeToString(typed()));
    }

    private byte[] typed() {
        return ByteBuffer.allocate(Ed25519.KEY_BYTES + 1).put(ED25519).put(key).array();
    }

    byte[] hash() {
        var digest = Sha256.fresh();
        digest.update((name + "\n").getBytes(StandardCharsets.UTF_8));
        return Arrays.copyOf(digest.digest(typed()), HASH_BYTES);
    }

    boolean verifies(byte[] text, byte[] signature) {
        return Ed25519.verifies(key, text, signature);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SealKey that
                && name.equals(that.name)
                && Arrays.equals(key, that.key);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(key);
    }

    @Override
    public String toString() {
        return text();
    }
}
