package earnest.access;

import earnest.ground.Problem;

import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

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

    /** Each takes its memory, and a burst of them would take all. */
    private static final int AT_ONCE = 4;

    private static final Duration LONGEST_WAIT = Duration.ofSeconds(15);
    private final Semaphore room = new Semaphore(AT_ONCE, true);

    private final PasswordEncoder argon =
            new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, LANES, MEMORY_KIB, PASSES);

    /** Made beside the start, which it would hold up; who needs it before waits for it. */
    private final CompletableFuture<String> nobody =
            CompletableFuture.supplyAsync(() -> argon.encode("a password that nobody has"));

    String of(String password) {
        return Objects.requireNonNull(argon.encode(password));
    }

    boolean matches(String password, String hash) {
        return withRoom(() -> argon.matches(password, hash));
    }

    /** The same work as for a real one, for names that nobody has. */
    void workInVain(String password) {
        matches(password, nobody.join());
    }

    private boolean withRoom(BooleanSupplier work) {
        try {
            if (!room.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new Problem(
                        429, "slow-down", "Too many sign in at once. Try again in a minute.");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while waiting to look at a password", e);
        }
        try {
            return work.getAsBoolean();
        } finally {
            room.release();
        }
    }

    boolean isWeak(String hash) {
        return argon.upgradeEncoding(hash);
    }
}
