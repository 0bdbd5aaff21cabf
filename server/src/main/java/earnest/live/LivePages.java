package earnest.live;

import earnest.access.LiveSessions;
import earnest.access.SignedIn;
import earnest.ground.Epoch;
import earnest.ground.Incident;
import earnest.record.TheRecord;

import jakarta.annotation.PreDestroy;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;

/**
 * Tells every open page what was recorded, whichever node recorded it, and shows what is pushed as
 * it is then. Rows are read by a sliding window, since they may commit out of order, and each is
 * told once.
 */
@Component
class LivePages {
    private static final Logger LOG = LoggerFactory.getLogger(LivePages.class);
    private static final Duration WINDOW = Duration.ofSeconds(10);
    private static final long LOOK_EVERY_MS = 300;

    private final TheRecord record;
    private final LiveSessions sessions;
    private final List<Pushed> pushed;
    private final TicketPages tickets;
    private final JsonMapper json;
    private final Clock clock;
    private final Set<OpenPage> pages = ConcurrentHashMap.newKeySet();
    private final LinkedBlockingQueue<Boolean> nudges = new LinkedBlockingQueue<>(1);
    private final Map<UUID, Instant> told = new LinkedHashMap<>();

    /** When the record was last looked at; what came since is in the window however long it is. */
    private Instant looked = Instant.MAX;

    private volatile boolean running = true;

    /** Whether a page waits to be shown what is pushed. */
    private volatile boolean owed;

    LivePages(
            TheRecord record,
            LiveSessions sessions,
            List<Pushed> pushed,
            TicketPages tickets,
            JsonMapper json,
            Clock clock) {
        this.record = record;
        this.sessions = sessions;
        this.pushed = pushed;
        this.tickets = tickets;
        this.json = json;
        this.clock = clock;
    }

    /**
     * @param ticket the one that the page shows, or null
     */
    SseEmitter open(String session, @Nullable UUID ticket, Duration atMost) {
        OpenPage page = new OpenPage(new SseEmitter(atMost.toMillis()), session, ticket);
        page.emitter().onCompletion(page::gone);
        page.emitter().onTimeout(page::close);
        page.emitter().onError(e -> page.gone());
        pages.add(page);
        owed = true;
        nudges.offer(true);
        Thread.ofVirtual().name("live-page").start(() -> send(page));
        return page.emitter();
    }

    private void send(OpenPage page) {
        try {
            page.send();
        } catch (IOException | IllegalStateException gone) {
            page.gone();
        } catch (RuntimeException broken) {
            // A stream that is open and silent would be worse than none: the page opens it again.
            LOG.warn("a live page is closed: {}", Incident.describe(broken));
            page.close();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            pages.remove(page);
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
                        Incident.describe(away));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private void look() {
        pages.removeIf(OpenPage::closed);
        if (pages.isEmpty()) {
            told.clear();
            looked = Instant.MAX;
            return;
        }
        Instant now = clock.instant();
        Instant since = (looked.isBefore(now) ? looked : now).minus(WINDOW);
        told.values().removeIf(at -> at.isBefore(since.minus(WINDOW)));
        boolean pagesCame = owed;
        owed = false;
        List<TheRecord.Heard> news =
                record.since(since).stream()
                        .filter(entry -> told.putIfAbsent(entry.id(), entry.at()) == null)
                        .toList();
        looked = now;
        for (TheRecord.Heard entry : news) {
            Map<String, Object> words = words(entry);
            pages.forEach(page -> page.tell(words));
        }
        if (pagesCame || !news.isEmpty()) {
            try {
                show(news);
            } catch (RuntimeException away) {
                owed = true;
                throw away;
            }
        }
    }

    private static Map<String, Object> words(TheRecord.Heard entry) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("kind", entry.kind());
        UUID ticket = entry.ticket();
        if (ticket != null) {
            words.put("ticket", ticket.toString());
        }
        return words;
    }

    /** Rights are read with it, so that nobody is shown what they may not see any more. */
    private void show(List<TheRecord.Heard> news) {
        Map<String, SignedIn> live = keepOnlyLive();
        showTickets(
                live,
                news.stream()
                        .map(TheRecord.Heard::ticket)
                        .filter(Objects::nonNull)
                        .collect(Collectors.toSet()));
        for (Pushed one : pushed) {
            Pushed.Snapshot snapshot = Epoch.during(one::read);
            Map<SignedIn, Optional<String>> written = new HashMap<>();
            for (OpenPage page : pages) {
                SignedIn who = live.get(page.session());
                if (who != null) {
                    // Written once for all pages of a session.
                    written.computeIfAbsent(who, w -> event(one, snapshot, w))
                            .ifPresent(event -> page.show(one.name(), event));
                }
            }
        }
    }

    /** Each is read by the thread of its page, which holds up nobody else. */
    private void showTickets(Map<String, SignedIn> live, Set<UUID> changed) {
        for (OpenPage page : pages) {
            UUID ticket = page.ticket();
            SignedIn who = live.get(page.session());
            if (ticket != null && who != null && changed.contains(ticket)) {
                page.owe(() -> ticketPage(who, ticket));
            }
        }
    }

    private @Nullable String ticketPage(SignedIn who, UUID ticket) {
        Object shown = tickets.shownTo(who, ticket);
        return shown == null ? null : json.writeValueAsString(Map.of("page", shown));
    }

    private Optional<String> event(Pushed one, Pushed.Snapshot snapshot, SignedIn who) {
        return Optional.ofNullable(snapshot.shownTo(who))
                .map(shown -> json.writeValueAsString(Map.of(one.name(), shown)));
    }

    /** Ends the streams of sessions that ended; the others with whose they are. */
    private Map<String, SignedIn> keepOnlyLive() {
        // Pages that open meanwhile are looked at the next time.
        List<OpenPage> asked = List.copyOf(pages);
        Map<String, SignedIn> live =
                sessions.live(asked.stream().map(OpenPage::session).distinct().toList());
        asked.stream().filter(page -> !live.containsKey(page.session())).forEach(OpenPage::close);
        return live;
    }

    @Scheduled(fixedDelay = 2_000)
    void endWithSessions() {
        if (!pages.isEmpty()) {
            keepOnlyLive();
        }
    }

    @PreDestroy
    void end() {
        running = false;
        pages.forEach(OpenPage::close);
    }
}
