package earnest.handover;

import earnest.ground.InsertRepository;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface HandoverRepository extends JpaRepository<Handover, UUID>, InsertRepository<Handover> {
    List<Handover> findByTicketIdOrderByMadeAt(UUID ticketId);

    Optional<Handover> findByChangeId(UUID changeId);

    List<Handover> findByPersonIdAndInAtIsNull(UUID personId);

    List<Handover> findByTicketIdAndPersonIdNotAndInAtIsNull(UUID ticketId, UUID personId);

    /** Passwords of the person that are in force unused, the latest first. */
    @Query(
            "select h from Handover h where h.personId = ?1 and h.inAt is null and h.state not in"
                    + " (REPLACED, EXPIRED) order by h.madeAt desc")
    List<Handover> inForce(UUID personId);

    /** From one state to another; 1 if it was so. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update Handover h set h.state = ?3 where h.id = ?1 and h.state = ?2")
    int move(UUID id, Handovers.State from, Handovers.State to);

    /** All of a ticket, locked. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from Handover h where h.ticketId = ?1 order by h.madeAt")
    List<Handover> lockAll(UUID ticketId);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from Handover h where h.id = ?1")
    Optional<Handover> lock(UUID id);
}
