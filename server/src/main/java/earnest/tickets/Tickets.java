package earnest.tickets;

import earnest.access.SignedIn;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Tickets. Every deed on one begins by locking its row, so that decisions see what is committed.
 */
public interface Tickets {
    /** The ticket as it stands, or a 404. */
    View view(UUID ticket);

    /**
     * Locks the ticket for the present transaction.
     *
     * @throws earnest.ground.Problem 409 if it is closed or somebody else holds it
     */
    View hold(UUID ticket, SignedIn me);

    /** Locks the ticket for work that Earnest does by itself. */
    View lock(UUID ticket);

    /** As {@link #hold}, and nobody may have decided anything since {@code version}. */
    View hold(UUID ticket, SignedIn me, long version);

    /** Marks that evidence, a stop or an intent came: decisions made on the former version fall. */
    void bump(UUID ticket);

    void answer(UUID ticket, SignedIn me);

    void take(UUID ticket, SignedIn me);

    void pass(UUID ticket, SignedIn me, UUID to);

    void hangUp(UUID ticket, SignedIn me);

    void claim(UUID ticket, SignedIn me, UUID person, long version);

    void close(UUID ticket, SignedIn me, String summary, long version);

    /** Puts a reminder on a ticket, or takes it away. */
    void remind(UUID ticket, @Nullable String words);

    /** A call that the desk placed was answered while no other call was on the line. */
    Optional<UUID> callBackBegins(UUID ticket, String call);

    /** All that is not closed. */
    List<View> open();

    /** Other tickets on which the person was named since then, newest first. */
    List<View> others(UUID person, UUID but, Instant since);

    /** Whether the person was named on another ticket since then. */
    boolean anyOther(UUID person, UUID but, Instant since);

    /** The numbers under which people know tickets. */
    Map<UUID, Long> numbers(Collection<UUID> ids);

    /** The ticket of a number. */
    Optional<UUID> numbered(long number);

    /** A ticket's state. */
    enum State {
        RINGING,
        MISSED,
        OPEN,
        CLOSED
    }

    /**
     * A ticket.
     *
     * @param conversation the present one, or null when nobody is on the line
     */
    record View(
            UUID id,
            long number,
            State state,
            Instant openedAt,
            @Nullable UUID holder,
            @Nullable UUID person,
            @Nullable Call call,
            @Nullable UUID conversation,
            long version,
            @Nullable String summary,
            @Nullable String reminder) {
        public String shown() {
            return "T-" + number;
        }
    }

    /** The latest call on a ticket: {@code ringing, answered, ended, dropped, missed}. */
    record Call(
            String id,
            @Nullable String numberShown,
            String state,
            Instant rangAt,
            @Nullable Instant answeredAt,
            @Nullable Instant endedAt) {}

    /** Told in the transaction in which a caller was taken to say who they are. */
    record Claimed(
            UUID ticket,
            UUID conversation,
            UUID person,
            @Nullable String numberShown,
            SignedIn by) {}

    /** Told when a ticket changes hands or ends: what its holder had open ends too. */
    record LetGo(UUID ticket, SignedIn by) {}
}
