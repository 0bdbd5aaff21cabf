package earnest.core.record;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/** SHA-256, one instance a thread: looking one up costs as much as hashing a short text. */
final class Sha256 {
    private static final ThreadLocal<MessageDigest> DIGEST = ThreadLocal.withInitial(Sha256::make);

    private Sha256() {}

    /** An instance without any input yet; to be finished by {@code digest} before the next call. */
    static MessageDigest fresh() {
        MessageDigest digest = DIGEST.get();
        digest.reset();
        return digest;
    }

    private static MessageDigest make() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is missing from this Java", e);
        }
    }
}
