package earnest.people;

import earnest.ground.Incident;
import earnest.ground.Routine;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** Has every source looked at, side by side: one that is away holds up no other. */
@Component
class DirectorySync implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(DirectorySync.class);
    private static final Duration EVERY = Duration.ofSeconds(1);

    private final SourceRows sources;
    private final SourceSync sync;

    DirectorySync(SourceRows sources, SourceSync sync) {
        this.sources = sources;
        this.sync = sync;
    }

    @Override
    public String name() {
        return "copy-people";
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    @Override
    public void run() {
        List<Thread> running = new ArrayList<>();
        for (SourceRow source : sources.all()) {
            running.add(
                    Thread.ofVirtual()
                            .name("copy-people-" + source.id())
                            .start(() -> runOne(source)));
        }
        for (Thread thread : running) {
            try {
                thread.join();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private void runOne(SourceRow source) {
        try {
            sync.run(source);
        } catch (RuntimeException trouble) {
            LOG.warn("{} will be copied again: {}", source.id(), Incident.describe(trouble));
        }
    }
}
