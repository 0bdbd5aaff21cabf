package earnest.selfservice;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.function.Supplier;

/**
 * Answers leave at the end of a whole step of time after their request came, so that how long the
 * work took tells nothing of whether a name is known. Thread-safe; threads that wait are virtual.
 */
@Component
public class EvenTime {
    private static final Duration STEP = Duration.ofMillis(250);

    /** Of what takes long for a name that somebody has: one step has room for both. */
    private static final Duration LONG_STEP = Duration.ofMillis(600);

    public <T> T answer(Supplier<T> work) {
        return answer(STEP, work);
    }

    /** As {@link #answer}, where the work differs most between names. */
    public <T> T answerLong(Supplier<T> work) {
        return answer(LONG_STEP, work);
    }

    private static <T> T answer(Duration step, Supplier<T> work) {
        long began = System.nanoTime();
        try {
            return work.get();
        } finally {
            long took = System.nanoTime() - began;
            long steps = took / step.toNanos() + 1;
            pause(steps * step.toNanos() - took);
        }
    }

    private static void pause(long nanos) {
        try {
            Thread.sleep(Duration.ofNanos(nanos));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
