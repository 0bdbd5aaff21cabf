package earnest.ground;

import com.github.kagkarlsson.scheduler.Scheduler;

import jakarta.annotation.PreDestroy;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/** Has the scheduler look when this node's own work is due, so that it need not ask often. */
@Component
class Later {
    /** What is due is looked up by the clock that wrote it; a little later it surely is. */
    private static final Duration SURELY = Duration.ofMillis(5);

    private final ObjectProvider<Scheduler> scheduler;
    private final ScheduledExecutorService clock =
            Executors.newSingleThreadScheduledExecutor(
                    Thread.ofPlatform().name("due-work").daemon().factory());

    Later(ObjectProvider<Scheduler> scheduler) {
        this.scheduler = scheduler;
    }

    /** After this time work of this node is due. */
    void look(Duration after) {
        clock.schedule(
                () -> scheduler.getObject().triggerCheckForDueExecutions(),
                after.plus(SURELY).toNanos(),
                TimeUnit.NANOSECONDS);
    }

    @PreDestroy
    void end() {
        clock.shutdownNow();
    }
}
