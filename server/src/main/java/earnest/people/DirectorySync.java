package earnest.people;

import earnest.ground.Incident;
import earnest.ground.Routine;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;

/** Has every source looked at, side by side: one that is away holds up no other. */
@Component
class DirectorySync implements Routine {
    private static final String NAME = "copy-people";
    private static final Logger LOG = LoggerFactory.getLogger(DirectorySync.class);

    /** What a steward changed on another node is seen after this time at the latest. */
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(10);

    private static final Duration AFTER_TROUBLE = Duration.ofSeconds(2);
    private static final Set<String> CONCERNED =
            Set.of(EntryKind.SOURCE_SET_UP.id(), EntryKind.SYSTEM_SET_UP.id());

    private final SourceRows sources;
    private final SourceSync sync;
    private final PersonKeys keys;
    private final ApplicationEventPublisher events;

    DirectorySync(
            SourceRows sources,
            SourceSync sync,
            PersonKeys keys,
            ApplicationEventPublisher events) {
        this.sources = sources;
        this.sync = sync;
        this.keys = keys;
        this.events = events;
    }

    @Override
    public String name() {
        return NAME;
    }

    @EventListener
    void on(TheRecord.Heard heard) {
        if (CONCERNED.contains(heard.kind())) {
            events.publishEvent(new Wake(NAME));
        }
    }

    @Override
    public Duration run() {
        List<Thread> running = new ArrayList<>();
        Queue<Duration> rests = new ConcurrentLinkedQueue<>(List.of(LOOKS_EVERY));
        for (SourceRow source : sources.all()) {
            running.add(
                    Thread.ofVirtual()
                            .name("copy-people-" + source.id())
                            .start(() -> rests.add(runOne(source))));
        }
        for (Thread thread : running) {
            try {
                thread.join();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return LOOKS_EVERY;
            }
        }
        keys.forgetWords();
        return Collections.min(rests);
    }

    private Duration runOne(SourceRow source) {
        try {
            return sync.run(source);
        } catch (RuntimeException trouble) {
            LOG.warn("{} will be copied again: {}", source.id(), Incident.describe(trouble));
            return AFTER_TROUBLE;
        }
    }
}
