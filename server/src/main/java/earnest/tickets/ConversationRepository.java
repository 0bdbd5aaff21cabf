package earnest.tickets;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface ConversationRepository
        extends JpaRepository<Conversation, UUID>, InsertRepository<Conversation> {
    Optional<Conversation> findByReference(String reference);

    Optional<Conversation> findFirstByTicketIdOrderByRangAtDesc(UUID ticketId);

    List<Conversation> findByTicketIdInOrderByRangAt(Collection<UUID> ticketIds);

    List<Conversation> findByTicketIdAndEndedAtIsNullOrderByRangAt(UUID ticketId);

    /** From one state of a call that is not over to another; 1 if it was so. */
    @Modifying(flushAutomatically = true)
    @Query(
            "update Conversation c set c.state = ?3 where c.id = ?1 and c.state = ?2 and c.endedAt"
                    + " is null")
    int move(UUID id, Tickets.TalkState from, Tickets.TalkState to);

    /** Ends a call; 1 if it was not over. */
    @Modifying(flushAutomatically = true)
    @Query(
            "update Conversation c set c.state = ?2, c.endedAt = ?3 where c.id = ?1 and c.endedAt"
                    + " is null")
    int end(UUID id, Tickets.TalkState state, Instant at);

    /** Lines on which an analyst speaks. */
    @Query(
            "select c from Conversation c join Ticket t on t.id = c.ticketId where t.holderId = ?1"
                    + " and c.state = ANSWERED and c.endedAt is null")
    List<Conversation> spokenBy(UUID analyst);
}
