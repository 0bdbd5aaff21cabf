package earnest.live;

import org.jspecify.annotations.Nullable;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;

/** One open page; what it is told waits in line, so that a slow page holds up no other. */
final class OpenPage {
    private static final int MOST_WAITING = 500;
    private static final long STILL_HERE_SECONDS = 15;

    /** Stands in line for what is owed. */
    private static final Object OWED = new Object();

    private final SseEmitter emitter;
    private final String session;
    private final @Nullable UUID ticket;
    private final LinkedBlockingQueue<Object> waiting = new LinkedBlockingQueue<>(MOST_WAITING);

    /** What was told last, by name; for the thread that tells. */
    private final Map<String, String> shown = new HashMap<>();

    /** What it is to be shown of its ticket, read when its turn comes; null: nothing is owed. */
    private final AtomicReference<@Nullable Supplier<@Nullable String>> owed =
            new AtomicReference<>();

    /** What was told of its ticket last; for the thread that sends. */
    private @Nullable String ticketShown;

    private volatile boolean closed;

    OpenPage(SseEmitter emitter, String session, @Nullable UUID ticket) {
        this.emitter = emitter;
        this.session = session;
        this.ticket = ticket;
        waiting.add(Map.of("open", true));
    }

    /** As {@link earnest.access.SignedIn#session} gives it. */
    String session() {
        return session;
    }

    /** Which ticket it shows, or null. */
    @Nullable UUID ticket() {
        return ticket;
    }

    SseEmitter emitter() {
        return emitter;
    }

    /** Tells it; a page that does not keep up is closed, opens again and reads its state anew. */
    void tell(Object event) {
        if (!waiting.offer(event)) {
            close();
        }
    }

    /**
     * Shows what changed since it was shown.
     *
     * @param event as JSON
     */
    void show(String name, String event) {
        if (!event.equals(shown.put(name, event))) {
            tell(event);
        }
    }

    /**
     * Shows its ticket as it is when the turn comes, once for all that happened on it meanwhile, if
     * it changed.
     *
     * @param event reads it, as JSON, or gives null for nothing
     */
    void owe(Supplier<@Nullable String> event) {
        if (owed.getAndSet(event) == null) {
            tell(OWED);
        }
    }

    boolean closed() {
        return closed;
    }

    void gone() {
        closed = true;
    }

    void close() {
        closed = true;
        emitter.complete();
    }

    /**
     * Sends what waits, until it is closed.
     *
     * @throws IOException if the browser went
     * @throws IllegalStateException if the answer is over
     */
    void send() throws IOException, InterruptedException {
        while (!closed) {
            Object next = waiting.poll(STILL_HERE_SECONDS, TimeUnit.SECONDS);
            if (next == null) {
                emitter.send(SseEmitter.event().comment("still here"));
                continue;
            }
            Object event = next == OWED ? changedTicket() : next;
            if (event != null) {
                emitter.send(SseEmitter.event().data(event));
            }
        }
    }

    private @Nullable String changedTicket() {
        // Taken before it is read: what happens from now on is owed anew.
        Supplier<@Nullable String> reading = owed.getAndSet(null);
        String event = reading == null ? null : reading.get();
        if (event == null || event.equals(ticketShown)) {
            return null;
        }
        ticketShown = event;
        return event;
    }
}
