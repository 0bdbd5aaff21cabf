package earnest.ground;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.UUID;

/**
 * Work that must happen later or survive a crash: a row first, in the transaction that calls for
 * it, then taken by a worker of any living node.
 */
@Component
public class Work {
    /**
     * One kind of work, told by the id of what it is about.
     *
     * @param name stable, since it is stored
     */
    public record Kind(String name) {}

    private final ObjectProvider<Scheduler> scheduler;
    private final Clock clock;

    Work(ObjectProvider<Scheduler> scheduler, Clock clock) {
        this.scheduler = scheduler;
        this.clock = clock;
    }

    /** Calls for work as soon as the present transaction is committed. */
    public void soon(Kind kind, UUID about) {
        at(kind, about, clock.instant());
        Writes.afterCommit(() -> scheduler.getObject().triggerCheckForDueExecutions());
    }

    /** Calls for work at a time; called for already, it stays as it was. */
    public void at(Kind kind, UUID about, Instant when) {
        scheduler
                .getObject()
                .scheduleIfNotExists(new TaskInstance<Void>(kind.name(), about.toString()), when);
    }
}
