package earnest.ground;

import org.jspecify.annotations.Nullable;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Supplier;

/**
 * An answer that many ask for at the same moment, and that is the same for all. Whoever asks while
 * it is worked out waits for the next one, with everybody who comes meanwhile: so each gets an
 * answer that was begun after they asked, and no more than two are worked out for any number of
 * them. Thread-safe.
 */
public final class Together<T> {
    private final Supplier<T> answer;
    private @Nullable CompletableFuture<T> running;
    private @Nullable CompletableFuture<T> next;

    public Together(Supplier<T> answer) {
        this.answer = answer;
    }

    /** Any thread may ask; what goes wrong is told to all who asked for that answer. */
    public T get() {
        CompletableFuture<T> mine = new CompletableFuture<>();
        @Nullable CompletableFuture<T> before;
        synchronized (this) {
            @Nullable CompletableFuture<T> waiting = next;
            before = running;
            if (before == null) {
                running = mine;
            } else if (waiting == null) {
                next = mine;
            } else {
                mine = waiting;
                before = waiting;
            }
        }
        if (before == mine) {
            return result(mine);
        }
        if (before != null) {
            waitFor(before);
        }
        work(mine);
        return result(mine);
    }

    private void work(CompletableFuture<T> mine) {
        synchronized (this) {
            running = mine;
            if (next == mine) {
                next = null;
            }
        }
        try {
            mine.complete(answer.get());
        } catch (RuntimeException | Error wrong) {
            mine.completeExceptionally(wrong);
        } finally {
            synchronized (this) {
                if (running == mine) {
                    running = null;
                }
            }
        }
    }

    private static void waitFor(CompletableFuture<?> before) {
        before.handle((done, wrong) -> Boolean.TRUE).join();
    }

    private static <T> T result(CompletableFuture<T> mine) {
        try {
            return mine.join();
        } catch (CompletionException wrong) {
            if (wrong.getCause() instanceof RuntimeException its) {
                throw its;
            }
            throw wrong;
        }
    }
}
