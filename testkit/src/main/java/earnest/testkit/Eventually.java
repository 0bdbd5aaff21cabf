package earnest.testkit;

import java.time.Duration;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/** Waits for what must come true soon. */
public final class Eventually {
    private static final Duration PATIENCE = Duration.ofSeconds(40);
    private static final long EVERY_MS = 60;

    private Eventually() {}

    /** Fails with {@code what} if it does not come true within 40 s. */
    public static void waitFor(String what, BooleanSupplier truth) {
        get(what, () -> truth.getAsBoolean() ? Optional.of(Boolean.TRUE) : Optional.empty());
    }

    public static void waitFor(String what, Duration patience, BooleanSupplier truth) {
        get(
                what,
                patience,
                () -> truth.getAsBoolean() ? Optional.of(Boolean.TRUE) : Optional.empty());
    }

    /** Lets time pass, where the passing of time is what is tested. */
    public static void pause(Duration time) {
        try {
            Thread.sleep(time);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** The first value that is there within 40 s. */
    public static <T> T get(String what, Supplier<Optional<T>> look) {
        return get(what, PATIENCE, look);
    }

    public static <T> T get(String what, Duration patience, Supplier<Optional<T>> look) {
        long end = System.nanoTime() + patience.toNanos();
        while (System.nanoTime() < end) {
            Optional<T> found = look.get();
            if (found.isPresent()) {
                return found.get();
            }
            try {
                Thread.sleep(EVERY_MS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException("interrupted while waiting for " + what, e);
            }
        }
        throw new AssertionError(
                "waited %d s in vain for: %s".formatted(patience.toSeconds(), what));
    }
}
