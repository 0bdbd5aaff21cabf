package earnest.access;

import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

import java.util.concurrent.CompletableFuture;

/**
 * Analysts' passwords as Argon2id (RFC 9106), with OWASP's least parameters: 19 MiB, two passes,
 * one lane. What was kept with less is hashed anew when its owner signs in. Thread-safe.
 */
@Component
class PasswordHashes {
    private static final int SALT_BYTES = 16;
    private static final int HASH_BYTES = 32;
    private static final int LANES = 1;
    private static final int MEMORY_KIB = 19 * 1024;
    private static final int PASSES = 2;

    private final PasswordEncoder argon =
            new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, LANES, MEMORY_KIB, PASSES);

    /** Made beside the start, which it would hold up; who needs it before waits for it. */
    private final CompletableFuture<String> nobody =
            CompletableFuture.supplyAsync(() -> argon.encode("a password that nobody has"));

    String of(String password) {
        return java.util.Objects.requireNonNull(argon.encode(password));
    }

    boolean matches(String password, String hash) {
        return argon.matches(password, hash);
    }

    /** The same work as for a real one, for names that nobody has. */
    void workInVain(String password) {
        argon.matches(password, nobody.join());
    }

    boolean isWeak(String hash) {
        return argon.upgradeEncoding(hash);
    }
}
