package earnest.ground;

import jakarta.annotation.PreDestroy;

import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * What people know, as Argon2id (RFC 9106), with OWASP's least parameters: 19 MiB, two passes, one
 * lane. A password that was kept with less is hashed anew when its owner signs in. Thread-safe.
 */
@Component
public class SlowHashes {
    private static final int SALT_BYTES = 16;
    private static final int HASH_BYTES = 32;
    private static final int LANES = 1;
    private static final int MEMORY_KIB = 19 * 1024;
    private static final int PASSES = 2;

    /** Each takes its memory, and a processor for a while. */
    private static final int AT_ONCE = 2;

    private static final int WAITING = 100;
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(15);

    /** Not on the threads that answer requests: whoever asks for something else goes on beside. */
    private final ExecutorService hashing =
            new ThreadPoolExecutor(
                    AT_ONCE,
                    AT_ONCE,
                    0,
                    TimeUnit.SECONDS,
                    new ArrayBlockingQueue<>(WAITING),
                    Thread.ofPlatform().name("slow-hash-", 1).daemon().factory());

    private final PasswordEncoder argon =
            new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, LANES, MEMORY_KIB, PASSES);

    /** Made beside the start, which it would hold up; who needs it before waits for it. */
    private final CompletableFuture<String> nobody =
            CompletableFuture.supplyAsync(
                    () -> argon.encode("a password that nobody has"), hashing);

    /**
     * The hash of a password or an answer.
     *
     * @throws Problem 429 if too many wait
     */
    public String of(String known) {
        return inTurn(() -> Objects.requireNonNull(argon.encode(known)));
    }

    /**
     * Whether it is what was hashed.
     *
     * @throws Problem 429 if too many wait
     */
    public boolean matches(String known, String hash) {
        return inTurn(() -> argon.matches(known, hash));
    }

    /** The same work as for a real one, for names that nobody has. */
    public void workInVain(String password) {
        matches(password, nobody.join());
    }

    private <T> T inTurn(Callable<T> work) {
        Future<T> result;
        try {
            result = hashing.submit(work);
        } catch (RejectedExecutionException full) {
            throw tooMany();
        }
        try {
            return result.get(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            throw tooMany();
        } catch (ExecutionException e) {
            throw new IllegalStateException(
                    "what somebody knows could not be looked at", e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(
                    "interrupted while waiting to look at what somebody knows", e);
        } finally {
            // Where nobody waits any more, it does not begin.
            result.cancel(false);
        }
    }

    private static Problem tooMany() {
        return new Problem(429, "slow-down", "Too much is asked at once. Try again in a minute.");
    }

    @PreDestroy
    void end() {
        hashing.shutdownNow();
    }

    /** Whether a hash was made with less than is asked now. */
    public boolean isWeak(String hash) {
        return argon.upgradeEncoding(hash);
    }
}
