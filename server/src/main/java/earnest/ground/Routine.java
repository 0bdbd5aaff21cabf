package earnest.ground;

import java.time.Duration;

/** Work that comes back at an interval, on one node at a time. */
public interface Routine {
    /** Stable, since it is stored. */
    String name();

    Duration every();

    void run();
}
