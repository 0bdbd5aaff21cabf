package earnest.ground;

import com.github.kagkarlsson.scheduler.Scheduler;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.UUID;

/**
 * Work that must happen later or survive a crash: a row first, in the transaction that calls for
 * it, then taken by a worker of any living node.
 */
@Component
public class JobQueue {
    /**
     * One kind of work, told by the id of what it is about.
     *
     * @param name stable, since it is stored
     * @param owner whose id it is told, such as {@code change}; stored with the id
     * @param atOnce how many are done at once on a node: what waits outside holds up no other kind
     */
    public record Kind(String name, String owner, int atOnce) {
        /** By which the row of one job is known. */
        String job(UUID about) {
            return owner + " " + about;
        }

        /** What a job is about. */
        static UUID about(String job) {
            return UUID.fromString(job.substring(job.indexOf(' ') + 1));
        }
    }

    private final JdbcTemplate jdbc;
    private final ObjectProvider<Scheduler> scheduler;
    private final Later later;
    private final Writes writes;

    JobQueue(JdbcTemplate jdbc, ObjectProvider<Scheduler> scheduler, Later later, Writes writes) {
        this.jdbc = jdbc;
        this.scheduler = scheduler;
        this.later = later;
        this.writes = writes;
    }

    /**
     * Calls for work as soon as the present transaction is committed; called for already, it stays
     * as it was.
     */
    public void soon(Kind kind, UUID about) {
        due(kind, about, Duration.ZERO);
        Writes.afterCommit(() -> scheduler.getObject().triggerCheckForDueExecutions());
    }

    /** Calls for work after a while, so that much of it does not come at once. */
    public void after(Duration time, Kind kind, UUID about) {
        due(kind, about, time);
        Writes.afterCommit(() -> later.look(time));
    }

    private void due(Kind kind, UUID about, Duration after) {
        LocalDateTime at =
                LocalDateTime.ofInstant(SchedulerConfiguration.now().plus(after), ZoneOffset.UTC);
        writes.run(
                () ->
                        jdbc.update(
                                "insert ignore into scheduled_tasks (task_name, task_instance,"
                                        + " execution_time, picked, version) values (?, ?, ?, 0,"
                                        + " 1)",
                                kind.name(),
                                kind.job(about),
                                at));
    }
}
