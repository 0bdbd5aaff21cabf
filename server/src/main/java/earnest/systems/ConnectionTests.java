package earnest.systems;

import earnest.access.SignedIn;
import earnest.connectors.Certificates;
import earnest.connectors.TestResult;
import earnest.connectors.TestStep;
import earnest.ground.Incident;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Tests connections, step by step; each step is kept as it is done. After a crash a test begins
 * anew, since no step does harm twice.
 */
@Component
class ConnectionTests implements Worker {
    private static final JobQueue.Kind KIND =
            new JobQueue.Kind("test-connection", "connection-test", 2);
    private static final Logger LOG = LoggerFactory.getLogger(ConnectionTests.class);

    private final ConnectionTestRows rows;
    private final Systems systems;
    private final Accounts accounts;
    private final JobQueue queue;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    ConnectionTests(
            ConnectionTestRows rows,
            Systems systems,
            Accounts accounts,
            JobQueue queue,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.rows = rows;
        this.systems = systems;
        this.accounts = accounts;
        this.queue = queue;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    /** Asks for one; where one is under way, that is the one. */
    void begin(SystemRow system, @Nullable SignedIn me) {
        writes.run(
                () ->
                        rows.begin(
                                        system.id(),
                                        system.version(),
                                        me == null ? null : me.id(),
                                        me == null ? null : me.name(),
                                        clock.instant())
                                .ifPresent(id -> queue.soon(KIND, id)));
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        ConnectionTest test = rows.find(id).orElse(null);
        if (test == null || !test.running()) {
            return Optional.empty();
        }
        systems.find(test.system()).ifPresent(system -> take(id, system));
        writes.run(() -> end(id, test.system()));
        return Optional.empty();
    }

    private void take(UUID id, ManagedSystem system) {
        List<TestStep> steps =
                system.connector()
                        .connectionTest(nativeId -> accounts.isSomebodys(system.id(), nativeId));
        List<TestedStep> tested = new ArrayList<>();
        steps.forEach(step -> tested.add(TestedStep.awaited(step.title(), step.needed())));
        String stopped = null;
        for (int i = 0; i < steps.size(); i++) {
            if (stopped == null) {
                tested.set(i, tested.get(i).running());
                writes.run(() -> rows.keep(id, tested));
                tested.set(i, run(steps.get(i), tested.get(i)));
            } else {
                tested.set(i, tested.get(i).after(stopped));
            }
            if (stopped == null
                    && steps.get(i).needed()
                    && tested.get(i).outcome() == TestedStep.Outcome.FAILED) {
                stopped = steps.get(i).title();
            }
        }
        writes.run(() -> rows.keep(id, tested));
    }

    private static TestedStep run(TestStep step, TestedStep tested) {
        long begun = System.nanoTime();
        TestResult result;
        try {
            result = step.run().get();
        } catch (RuntimeException trouble) {
            LOG.warn("the step '{}' broke off: {}", step.title(), Incident.describe(trouble));
            result =
                    TestResult.failed(
                            "it broke off in a way that Earnest does not know",
                            "Test again; if it stays so, the server's log says more.");
        }
        String shown = result.shown();
        String print = shown == null ? null : Certificates.fingerprint(Certificates.read(shown));
        return tested.done(result, print, Duration.ofNanos(System.nanoTime() - begun).toMillis());
    }

    private void end(UUID id, String system) {
        Instant now = clock.instant();
        ConnectionTest test = rows.find(id).orElseThrow();
        if (!rows.end(id, system, now)) {
            return;
        }
        String name = systems.find(system).map(ManagedSystem::name).orElse(system);
        Entry entry =
                test.askedBy() != null && test.askedByName() != null
                        ? Entry.by(EntryKind.CONNECTION_TESTED, test.askedBy(), test.askedByName())
                        : Entry.byEarnest(EntryKind.CONNECTION_TESTED);
        record.append(
                entry.data("system", system)
                        .data("systemName", name)
                        .data("result", test.result()));
    }
}
