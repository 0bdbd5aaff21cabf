package earnest.ground;

import jakarta.annotation.PreDestroy;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/**
 * Runs each routine on a thread of its own while this node holds the {@link Lease}. When each is
 * due again is kept in memory, so that one with nothing to do costs the database nothing.
 */
@Component
class Routines {
    private static final Logger LOG = LoggerFactory.getLogger(Routines.class);
    private static final Duration AFTER_FAILURE = Duration.ofSeconds(2);
    private static final Duration UNTIL_WOKEN = Duration.ofDays(1);
    private static final Duration TO_END = Duration.ofSeconds(8);

    private final List<Routine> routines;
    private final Map<String, BlockingQueue<Boolean>> wakes = new HashMap<>();
    private final List<Thread> threads = new ArrayList<>();
    private final Lease lease;
    private final CountDownLatch over = new CountDownLatch(1);

    Routines(List<Routine> routines, Lease lease) {
        this.routines = routines;
        this.lease = lease;
        routines.forEach(routine -> wakes.put(routine.name(), new ArrayBlockingQueue<>(1)));
    }

    /** Only when all else is there, so that no work begins before the server can do it. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        threads.add(Thread.ofVirtual().name("lease").start(this::hold));
        for (Routine routine : routines) {
            threads.add(Thread.ofVirtual().name(routine.name()).start(() -> follow(routine)));
        }
    }

    @EventListener
    void on(Routine.Wake wake) {
        wake(wake.routine());
    }

    private void wake(String routine) {
        BlockingQueue<Boolean> waiting = wakes.get(routine);
        if (waiting != null) {
            waiting.offer(true);
        }
    }

    private void hold() {
        try {
            do {
                boolean before = lease.held();
                renew();
                if (!before && lease.held()) {
                    wakes.keySet().forEach(this::wake);
                }
            } while (!over.await(Lease.RENEWED_EVERY.toNanos(), TimeUnit.NANOSECONDS));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void renew() {
        try {
            lease.renew();
        } catch (RuntimeException away) {
            LOG.warn("the lease could not be renewed just now: {}", Incident.describe(away));
        }
    }

    private void follow(Routine routine) {
        BlockingQueue<Boolean> waiting = wakes.get(routine.name());
        Duration rest = UNTIL_WOKEN;
        try {
            while (true) {
                waiting.poll(rest.toNanos(), TimeUnit.NANOSECONDS);
                if (over.getCount() == 0) {
                    return;
                }
                rest = UNTIL_WOKEN;
                if (lease.held()) {
                    rest = run(routine);
                    if (over.await(routine.restsAtLeast().toNanos(), TimeUnit.NANOSECONDS)) {
                        return;
                    }
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static Duration run(Routine routine) {
        try {
            return routine.run();
        } catch (RuntimeException trouble) {
            LOG.warn("{} will be tried again: {}", routine.name(), Incident.describe(trouble));
            return AFTER_FAILURE;
        }
    }

    /** What is under way comes to its end, if that is soon; then another node may go on. */
    @PreDestroy
    void end() throws InterruptedException {
        over.countDown();
        wakes.keySet().forEach(this::wake);
        long until = System.nanoTime() + TO_END.toNanos();
        for (Thread thread : threads) {
            thread.join(Duration.ofNanos(Math.max(1, until - System.nanoTime())));
        }
        try {
            lease.release();
        } catch (RuntimeException away) {
            LOG.warn("the lease could not be given back: {}", Incident.describe(away));
        }
    }
}
