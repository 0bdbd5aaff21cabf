package earnest.selfservice;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.function.Supplier;

/**
 * Answers leave at the end of a whole step of time after their request came, so that how long the
 * work took tells nothing of whether a name is known. Thread-safe; threads that wait are virtual.
 */
@Component
class EvenTime {
    private static final Duration STEP = Duration.ofMillis(250);

    <T> T answer(Supplier<T> work) {
        long began = System.nanoTime();
        try {
            return work.get();
        } finally {
            long took = System.nanoTime() - began;
            long steps = took / STEP.toNanos() + 1;
            pause(steps * STEP.toNanos() - took);
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
