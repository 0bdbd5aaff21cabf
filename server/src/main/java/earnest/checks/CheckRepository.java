package earnest.checks;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface CheckRepository extends JpaRepository<ProofCheck, UUID>, InsertRepository<ProofCheck> {
    List<ProofCheck> findByTicketIdOrderByStartedAt(UUID ticketId);

    @Query(
            "select count(c) from ProofCheck c where c.personId = ?1 and c.ticketId <> ?2 and"
                    + " c.state = earnest.checks.methods.CheckState.FAILED and c.endedAt >= ?3")
    long failedElsewhere(UUID person, UUID but, Instant since);

    /** Every 'no' of a person that was not lifted, on whichever ticket. */
    @Query(
            "select c from ProofCheck c where c.personId = ?1 and c.state ="
                    + " earnest.checks.methods.CheckState.DENIED and c.stopLiftedAt is null")
    List<ProofCheck> stops(UUID person);

    /** The latest check of a method of a person, on whichever ticket. */
    Optional<ProofCheck>
            findFirstByPersonIdAndMethodAndStartedAtGreaterThanEqualOrderByStartedAtDesc(
                    UUID person, String method, Instant since);

    @Query(
            "select count(c) from ProofCheck c where c.personId = ?1 and c.method = ?2 and"
                    + " c.startedAt >= ?3")
    long startedSince(UUID person, String method, Instant since);

    /** The ticket of a check, without reading the check itself. */
    @Query("select c.ticketId from ProofCheck c where c.id = ?1")
    Optional<UUID> ticketOf(UUID check);
}
