package earnest.handover;

import earnest.ground.NewRows;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface HandoverRepository extends JpaRepository<Handover, UUID>, NewRows<Handover> {
    Optional<Handover> findFirstByTicketIdOrderByMadeAtDesc(UUID ticketId);

    Optional<Handover> findByChangeId(UUID changeId);

    List<Handover> findByPersonIdAndInAtIsNull(UUID personId);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from Handover h where h.id = ?1")
    Optional<Handover> lock(UUID id);
}
