package earnest.changes;

import earnest.ground.JobQueue;
import earnest.ground.Worker;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Optional;
import java.util.UUID;

/**
 * Carries changes out. Each step is committed before the next begins, and what is found after a
 * crash is taken up where it stands: intended is asked, asked is read back, never asked again.
 */
@Component
class ChangeExecutor implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("carry-out-change", "change", 8);
    private static final Duration CONFIRM_EVERY = Duration.ofMillis(300);

    private final ChangeRepository changes;
    private final Asking asking;
    private final ReadingBack readingBack;
    private final OnServers onServers;

    ChangeExecutor(
            ChangeRepository changes, Asking asking, ReadingBack readingBack, OnServers onServers) {
        this.changes = changes;
        this.asking = asking;
        this.readingBack = readingBack;
        this.onServers = onServers;
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        AccountChange change = changes.findById(id).orElseThrow();
        return switch (change.state) {
            case INTENDED -> asking.ask(change);
            case ASKED, UNKNOWN -> readingBack.read(change);
            case TOOK_EFFECT ->
                    onServers.confirm(change) ? Optional.empty() : Optional.of(CONFIRM_EVERY);
            case REFUSED, DID_NOT, CLOSED -> Optional.empty();
        };
    }
}
