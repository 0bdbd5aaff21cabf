package earnest.core.signatures;

import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.InvalidKeyException;
import java.security.KeyFactory;
import java.security.PublicKey;
import java.security.Signature;
import java.security.interfaces.EdECPublicKey;
import java.security.spec.EdECPoint;
import java.security.spec.EdECPublicKeySpec;
import java.security.spec.NamedParameterSpec;

/** Signatures by Ed25519 (RFC 8032), with public keys as their 32 bytes. Stateless, thread-safe. */
public final class Ed25519 {
    public static final int KEY_BYTES = 32;
    private static final String NAME = "Ed25519";
    private static final byte SIGN_OF_X = (byte) 0x80;

    private Ed25519() {}

    /**
     * The 32 bytes of a public key (RFC 8032, section 5.1.2).
     *
     * @throws IllegalArgumentException if it is none for Ed25519
     */
    public static byte[] bytes(PublicKey key) {
        if (!(key instanceof EdECPublicKey point)) {
            throw new IllegalArgumentException("key: must be for Ed25519");
        }
        byte[] big = point.getPoint().getY().toByteArray();
        byte[] little = new byte[KEY_BYTES];
        for (int i = 0; i < Math.min(big.length, KEY_BYTES); i++) {
            little[i] = big[big.length - 1 - i];
        }
        if (point.getPoint().isXOdd()) {
            little[KEY_BYTES - 1] |= SIGN_OF_X;
        }
        return little;
    }

    /** Whether a signature of a text is by a key; one that is not even well-formed is not. */
    public static boolean verifies(byte[] key, byte[] text, byte[] signature) {
        try {
            Signature verifier = Signature.getInstance(NAME);
            verifier.initVerify(publicKey(key));
            verifier.update(text);
            return verifier.verify(signature);
        } catch (GeneralSecurityException e) {
            // A signature or key that is not even well-formed verifies nothing.
            return false;
        }
    }

    private static PublicKey publicKey(byte[] key) throws GeneralSecurityException {
        if (key.length != KEY_BYTES) {
            throw new InvalidKeyException("not 32 bytes");
        }
        byte[] big = new byte[KEY_BYTES];
        for (int i = 0; i < KEY_BYTES; i++) {
            big[i] = key[KEY_BYTES - 1 - i];
        }
        boolean odd = (big[0] & SIGN_OF_X) != 0;
        big[0] &= 0x7f;
        return KeyFactory.getInstance(NAME)
                .generatePublic(
                        new EdECPublicKeySpec(
                                NamedParameterSpec.ED25519,
                                new EdECPoint(odd, new BigInteger(1, big))));
    }
}
