package earnest.ground;

import java.time.Duration;

/** Work that comes back by itself, on one node at a time ({@link Routines}). */
public interface Routine {
    /** As others wake it, and as the log names it. */
    String name();

    /**
     * Does what is due. An exception means: again, a little later.
     *
     * @return how long it rests if nothing wakes it
     */
    Duration run();

    /** How long it rests at least between one run and the next, however often it is woken. */
    default Duration restsAtLeast() {
        return Duration.ZERO;
    }

    /** Published once something to do for a routine is committed: it rests no longer. */
    record Wake(String routine) {}
}
