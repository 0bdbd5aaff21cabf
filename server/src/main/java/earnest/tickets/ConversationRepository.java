package earnest.tickets;

import earnest.ground.NewRows;

import org.springframework.data.jpa.repository.JpaRepository;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface ConversationRepository extends JpaRepository<Conversation, UUID>, NewRows<Conversation> {
    Optional<Conversation> findByCallId(String callId);

    Optional<Conversation> findFirstByTicketIdOrderByRangAtDesc(UUID ticketId);

    List<Conversation> findByTicketIdInOrderByRangAt(Collection<UUID> ticketIds);
}
