package earnest.live;

import earnest.record.TheRecord;

import jakarta.annotation.PreDestroy;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/**
 * Tells every open page what was recorded, whichever node recorded it. Rows are read by a sliding
 * window, since they may commit out of order, and each is told once.
 */
@Component
class LivePages {
    private static final Logger LOG = LoggerFactory.getLogger(LivePages.class);
    private static final Duration WINDOW = Duration.ofSeconds(10);
    private static final long LOOK_EVERY_MS = 300;
    private static final int MOST_WAITING = 500;

    private final TheRecord record;
    private final Clock clock;
    private final Set<Page> pages = ConcurrentHashMap.newKeySet();
    private final LinkedBlockingQueue<Boolean> nudges = new LinkedBlockingQueue<>(1);
    private final Map<UUID, Instant> told = new LinkedHashMap<>();

    /** When the record was last looked at; what came since is in the window however long it is. */
    private Instant looked = Instant.MAX;

    private volatile boolean running = true;

    LivePages(TheRecord record, Clock clock) {
        this.record = record;
        this.clock = clock;
    }

    /** One open page; what it is told waits in line, so that a slow page holds up no other. */
    private static final class Page {
        final SseEmitter emitter;
        final String session;
        final LinkedBlockingQueue<Object> waiting = new LinkedBlockingQueue<>(MOST_WAITING);

        Page(SseEmitter emitter, String session) {
            this.emitter = emitter;
            this.session = session;
        }
    }

    SseEmitter open(String session, Duration atMost) {
        Page page = new Page(new SseEmitter(atMost.toMillis()), session);
        page.emitter.onCompletion(() -> pages.remove(page));
        page.emitter.onTimeout(page.emitter::complete);
        page.emitter.onError(e -> pages.remove(page));
        page.waiting.add(Map.of("open", true));
        pages.add(page);
        Thread.ofVirtual().name("live-page").start(() -> tell(page));
        return page.emitter;
    }

    private void tell(Page page) {
        try {
            while (running && pages.contains(page)) {
                Object next = page.waiting.poll(15, TimeUnit.SECONDS);
                if (next == null) {
                    page.emitter.send(SseEmitter.event().comment("still here"));
                } else {
                    page.emitter.send(SseEmitter.event().data(next));
                }
            }
        } catch (IOException | IllegalStateException gone) {
            pages.remove(page);
        } catch (RuntimeException broken) {
            // A stream that is open and silent would be worse than none: the page opens it again.
            LOG.warn("a live page is closed: {}", earnest.ground.Incident.describe(broken));
            pages.remove(page);
            page.emitter.complete();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What this node recorded itself is looked for at once. */
    @EventListener
    void on(TheRecord.Heard heard) {
        nudges.offer(true);
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        Thread.ofVirtual().name("live-record").start(this::follow);
    }

    private void follow() {
        while (running) {
            try {
                nudges.poll(LOOK_EVERY_MS, TimeUnit.MILLISECONDS);
                look();
            } catch (RuntimeException away) {
                LOG.warn(
                        "the record cannot be followed just now and is looked at again: {}",
                        earnest.ground.Incident.describe(away));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private void look() {
        if (pages.isEmpty()) {
            told.clear();
            looked = Instant.MAX;
            return;
        }
        Instant now = clock.instant();
        Instant since = (looked.isBefore(now) ? looked : now).minus(WINDOW);
        told.values().removeIf(at -> at.isBefore(since.minus(WINDOW)));
        List<TheRecord.Heard> heard = record.since(since);
        for (TheRecord.Heard entry : heard) {
            if (told.putIfAbsent(entry.id(), entry.at()) == null) {
                pages.forEach(page -> offer(page, entry));
            }
        }
        looked = now;
    }

    /** A page that does not keep up is closed; it opens again and reads its state anew. */
    private void offer(Page page, TheRecord.Heard entry) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("kind", entry.kind());
        UUID ticket = entry.ticket();
        if (ticket != null) {
            words.put("ticket", ticket.toString());
        }
        if (!page.waiting.offer(words)) {
            pages.remove(page);
            page.emitter.complete();
        }
    }

    /** Ends the streams of sessions that ended. */
    void keepOnly(java.util.function.Predicate<String> live) {
        for (Page page : pages) {
            if (!live.test(page.session)) {
                pages.remove(page);
                page.emitter.complete();
            }
        }
    }

    @PreDestroy
    void end() {
        running = false;
        pages.forEach(page -> page.emitter.complete());
        pages.clear();
    }
}
