package earnest.ground;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SystemClock;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.ExecutionComplete;
import com.github.kagkarlsson.scheduler.task.ExecutionOperations;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Semaphore;

/**
 * Workers over db-scheduler. A node that dies misses its heartbeats, and another takes its work up
 * after a few seconds.
 */
@Configuration(proxyBeanMethods = false)
class SchedulerConfiguration {
    private static final Logger LOG = LoggerFactory.getLogger(SchedulerConfiguration.class);
    private static final SystemClock OWN = new SystemClock();
    private static final Duration HEARTBEAT = Duration.ofSeconds(1);
    private static final int MISSED_HEARTBEATS = 4;
    private static final Duration NO_ROOM = Duration.ofMillis(300);

    /** Only for what another node left: this one's own work wakes it. */
    private static final Duration POLLING = Duration.ofMillis(2_500);

    private static final Duration AFTER_FAILURE = Duration.ofSeconds(2);

    /** By the scheduler's own clock, against which it looks at what is due. */
    static Instant now() {
        return OWN.now();
    }

    @Bean(destroyMethod = "stop")
    Scheduler scheduler(SingleStatements single, List<Worker> workers, Later later) {
        List<Task<?>> tasks = new ArrayList<>();
        workers.forEach(worker -> tasks.add(task(worker, later)));
        // Room for all of each kind, so that no kind waits for another.
        int threads = workers.stream().mapToInt(worker -> worker.kind().atOnce()).sum();
        return Scheduler.create(single.connections(), tasks)
                .threads(threads)
                .pollingInterval(POLLING)
                .heartbeatInterval(HEARTBEAT)
                .missedHeartbeatsLimit(MISSED_HEARTBEATS)
                .alwaysPersistTimestampInUTC()
                .deleteUnresolvedAfter(Duration.ofDays(14))
                .shutdownMaxWait(Duration.ofSeconds(8))
                .build();
    }

    private static Task<Void> task(Worker worker, Later later) {
        Semaphore room = new Semaphore(worker.kind().atOnce());
        return Tasks.custom(worker.kind().name(), Void.class)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_FAILURE))
                .onDeadExecutionRevive()
                .execute(
                        (instance, context) -> {
                            if (!room.tryAcquire()) {
                                return completion(Optional.of(NO_ROOM), later);
                            }
                            try {
                                return completion(again(worker, instance.getId()), later);
                            } finally {
                                room.release();
                            }
                        });
    }

    private static Optional<Duration> again(Worker worker, String job) {
        try {
            return Epoch.during(() -> worker.work(JobQueue.Kind.about(job)));
        } catch (Exception trouble) {
            LOG.warn(
                    "{} {} will be tried again: {}",
                    worker.kind().name(),
                    job,
                    Incident.describe(trouble));
            return Optional.of(AFTER_FAILURE);
        }
    }

    private static CompletionHandler<Void> completion(Optional<Duration> again, Later later) {
        return (complete, operations) -> finish(complete, operations, again, later);
    }

    private static void finish(
            ExecutionComplete complete,
            ExecutionOperations<Void> operations,
            Optional<Duration> again,
            Later later) {
        if (again.isPresent()) {
            operations.reschedule(complete, now().plus(again.get()));
            later.look(again.get());
        } else {
            operations.stop();
        }
    }

    /** Started only when all else is, so that no work begins before the server can do it. */
    @Configuration(proxyBeanMethods = false)
    static class Start {
        private final Scheduler scheduler;

        Start(Scheduler scheduler) {
            this.scheduler = scheduler;
        }

        @EventListener(ApplicationReadyEvent.class)
        void start() {
            scheduler.start();
        }
    }
}
