package earnest.ground;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.jdbc.AutodetectJdbcCustomization;
import com.github.kagkarlsson.scheduler.task.TaskInstance;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.UUID;

import javax.sql.DataSource;

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

    private final SchedulerClient table;
    private final ObjectProvider<Scheduler> scheduler;
    private final Writes writes;

    JobQueue(DataSource database, ObjectProvider<Scheduler> scheduler, Writes writes) {
        DataSource inTransactions = new TransactionAwareDataSourceProxy(database);
        this.table =
                SchedulerClient.Builder.create(inTransactions)
                        .jdbcCustomization(new AutodetectJdbcCustomization(inTransactions, true))
                        .build();
        this.scheduler = scheduler;
        this.writes = writes;
    }

    /**
     * Calls for work as soon as the present transaction is committed; called for already, it stays
     * as it was.
     */
    public void soon(Kind kind, UUID about) {
        TaskInstance<Void> task = new TaskInstance<>(kind.name(), kind.job(about));
        Instant now = SchedulerConfiguration.now();
        writes.run(() -> table.scheduleIfNotExists(task, now));
        Writes.afterCommit(() -> scheduler.getObject().triggerCheckForDueExecutions());
    }
}
