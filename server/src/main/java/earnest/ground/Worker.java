package earnest.ground;

import java.time.Duration;
import java.util.Optional;
import java.util.UUID;

/** Does one kind of work. */
public interface Worker {
    JobQueue.Kind kind();

    /**
     * Does the work about one thing, or goes on with it after a crash: it must look at what is
     * stored before it does anything. An exception means: again, a little later.
     *
     * @return when to look again, empty if it is done
     */
    Optional<Duration> work(UUID about);
}
