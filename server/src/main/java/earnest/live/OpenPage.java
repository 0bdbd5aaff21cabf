package earnest.live;

import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/** One open page; what it is told waits in line, so that a slow page holds up no other. */
final class OpenPage {
    private static final int MOST_WAITING = 500;
    private static final long STILL_HERE_SECONDS = 15;

    private final SseEmitter emitter;
    private final String session;
    private final LinkedBlockingQueue<Object> waiting = new LinkedBlockingQueue<>(MOST_WAITING);

    /** What was told last, by name; for the thread that tells. */
    private final Map<String, String> shown = new HashMap<>();

    private volatile boolean closed;

    OpenPage(SseEmitter emitter, String session) {
        this.emitter = emitter;
        this.session = session;
        waiting.add(Map.of("open", true));
    }

    /** As {@link earnest.access.SignedIn#session} gives it. */
    String session() {
        return session;
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
            emitter.send(
                    next == null
                            ? SseEmitter.event().comment("still here")
                            : SseEmitter.event().data(next));
        }
    }
}
