package earnest.changes;

import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * The same change in several systems, decided in one transaction: nothing can come in between that
 * the analyst did not see. Each is judged by itself, and one that is refused stops no other.
 */
@Component
class SameInSeveral {
    private final Intending intending;
    private final Tickets tickets;
    private final Writes writes;

    SameInSeveral(Intending intending, Tickets tickets, Writes writes) {
        this.intending = intending;
        this.tickets = tickets;
        this.writes = writes;
    }

    /** What was asked beforehand for one of them, or why it cannot be done. */
    private record Asked(
            Changes.Intent intent, Intending.@Nullable Ready ready, @Nullable Problem refusal) {}

    List<Changes.Decided> intend(UUID ticket, Actor actor, List<Changes.Intent> intents) {
        List<Asked> all = ask(ticket, intents);
        try {
            List<Changes.Decided> decided =
                    writes.get(() -> decide(ticket, actor, all, intents.getFirst().version()));
            for (int i = 0; i < all.size(); i++) {
                Intending.Ready ready = all.get(i).ready();
                if (ready != null && decided.get(i).refusal() instanceof NotAllowed refused) {
                    intending.notAllowed(ticket, actor, ready, refused);
                }
            }
            return decided;
        } catch (DuplicateKeyException another) {
            throw new Problem(
                    409,
                    "already-running",
                    "One of the accounts is just being changed. Nothing was done; look at the page"
                            + " again.");
        } finally {
            for (Asked one : all) {
                if (one.ready() != null) {
                    one.ready().close();
                }
            }
        }
    }

    /** Side by side: one that is slow is waited for once. */
    private List<Asked> ask(UUID ticket, List<Changes.Intent> intents) {
        List<Asked> all = new ArrayList<>();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Intending.Ready>> asked =
                    intents.stream()
                            .map(intent -> threads.submit(() -> intending.ready(ticket, intent)))
                            .toList();
            for (int i = 0; i < asked.size(); i++) {
                all.add(came(intents.get(i), asked.get(i)));
            }
        }
        return all;
    }

    private static Asked came(Changes.Intent intent, Future<Intending.Ready> asked) {
        try {
            return new Asked(intent, asked.get(), null);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof Problem refusal) {
                return new Asked(intent, null, refusal);
            }
            throw new IllegalStateException(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while asking the systems", e);
        }
    }

    private List<Changes.Decided> decide(UUID ticket, Actor actor, List<Asked> all, long version) {
        tickets.hold(ticket, actor, version);
        List<Changes.Decided> decided = new ArrayList<>();
        for (Asked one : all) {
            String system = one.intent().system();
            if (one.ready() == null) {
                decided.add(new Changes.Decided(system, null, one.refusal()));
                continue;
            }
            try {
                // What was decided before it is the only thing that can have come in since.
                long now = tickets.view(ticket).version();
                UUID change = intending.decide(ticket, actor, one.ready(), now);
                decided.add(new Changes.Decided(system, change, null));
            } catch (Problem refusal) {
                // It wrote nothing: it refuses before it does.
                decided.add(new Changes.Decided(system, null, refusal));
            }
        }
        return decided;
    }
}
