package earnest.core.record;

import java.math.BigInteger;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PublicKey;
import java.security.Signature;
import java.security.interfaces.EdECPublicKey;
import java.security.spec.EdECPoint;
import java.security.spec.EdECPublicKeySpec;
import java.security.spec.NamedParameterSpec;
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
    private static final int KEY_BYTES = 32;
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
        if (!(key instanceof EdECPublicKey point)) {
            throw new IllegalArgumentException("key: must be for Ed25519");
        }
        byte[] big = point.getPoint().getY().toByteArray();
        byte[] little = new byte[KEY_BYTES];
        for (int i = 0; i < Math.min(big.length, KEY_BYTES); i++) {
            little[i] = big[big.length - 1 - i];
        }
        if (point.getPoint().isXOdd()) {
            little[KEY_BYTES - 1] |= (byte) 0x80;
        }
        return new SealKey(name, little);
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
        if (typed.length != KEY_BYTES + 1 || typed[0] != ED25519) {
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
        return ByteBuffer.allocate(KEY_BYTES + 1).put(ED25519).put(key).array();
    }

    byte[] hash() {
        var digest = Sha256.fresh();
        digest.update((name + "\n").getBytes(StandardCharsets.UTF_8));
        return Arrays.copyOf(digest.digest(typed()), HASH_BYTES);
    }

    boolean verifies(byte[] text, byte[] signature) {
        try {
            Signature verifier = Signature.getInstance("Ed25519");
            verifier.initVerify(publicKey());
            verifier.update(text);
            return verifier.verify(signature);
        } catch (GeneralSecurityException e) {
            // A signature or key that is not even well-formed verifies nothing.
            return false;
        }
    }

    private PublicKey publicKey() throws GeneralSecurityException {
        byte[] big = new byte[KEY_BYTES];
        for (int i = 0; i < KEY_BYTES; i++) {
            big[i] = key[KEY_BYTES - 1 - i];
        }
        boolean odd = (big[0] & 0x80) != 0;
        big[0] &= 0x7f;
        return KeyFactory.getInstance("Ed25519")
                .generatePublic(
                        new EdECPublicKeySpec(
                                NamedParameterSpec.ED25519,
                                new EdECPoint(odd, new BigInteger(1, big))));
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
