package earnest.record;

import earnest.core.record.Checkpoint;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.ground.KeyFiles;

import org.springframework.stereotype.Component;

import java.io.Serial;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.spec.NamedParameterSpec;
import java.util.Arrays;

/**
 * The key that seals: Ed25519, made of the 32 bytes of a key file as its seed (RFC 8032, section
 * 5.1.5). {@link KeyFiles} refuses to start with a lost or another one.
 */
@Component
class SealingKey {
    private final KeyPair pair;
    private final SealKey verifier;

    SealingKey(KeyFiles keys, RecordProperties properties) {
        byte[] seed = keys.key("record");
        this.pair = pair(seed);
        Arrays.fill(seed, (byte) 0);
        this.verifier = SealKey.of(properties.origin(), pair.getPublic());
    }

    SealKey verifier() {
        return verifier;
    }

    Seal sign(Checkpoint checkpoint) {
        return Seal.sign(checkpoint, verifier, pair.getPrivate());
    }

    /** Java gives no public key for a seed, but makes a pair of the 32 bytes that it is given. */
    static KeyPair pair(byte[] seed) {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("Ed25519");
            generator.initialize(NamedParameterSpec.ED25519, new Given(seed));
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Ed25519 is missing from this Java", e);
        }
    }

    private static final class Given extends SecureRandom {
        @Serial private static final long serialVersionUID = 1L;
        private final byte[] seed;

        Given(byte[] seed) {
            this.seed = seed;
        }

        @Override
        public void nextBytes(byte[] bytes) {
            if (bytes.length != seed.length) {
                throw new IllegalStateException("the key generator asks for another length");
            }
            System.arraycopy(seed, 0, bytes, 0, bytes.length);
        }
    }
}
