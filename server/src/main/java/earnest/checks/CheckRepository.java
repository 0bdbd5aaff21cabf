package earnest.checks;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface CheckRepository extends JpaRepository<ProofCheck, UUID>, InsertRepository<ProofCheck> {
    List<ProofCheck> findByTicketIdOrderByStartedAt(UUID ticketId);

    /**
     * What bears on a ticket and the person named on it: the ticket's checks, and of the person's
     * on other tickets each 'no' that was not lifted and what failed since then. One statement of
     * two looks into a key; with an 'or' it would look through a table.
     */
    @NativeQuery(
            """
            select * from proof_check where ticket_id = ?1
            union all
            select * from proof_check where person_id = ?2 and ticket_id <> ?1
              and (state = 'DENIED' and stop_lifted_at is null or state = 'FAILED' and ended_at >= ?3)
            order by started_at
            """)
    List<ProofCheck> bearing(UUID ticket, UUID person, Instant since);

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

    @Query(
            "select c from ProofCheck c where c.personId = ?1 and c.method = ?2 and c.state ="
                    + " earnest.checks.methods.CheckState.OPEN order by c.startedAt")
    List<ProofCheck> openOf(UUID person, String method);

    @Query(
            "select count(c) from ProofCheck c where c.personId = ?1 and c.path in ?2 and c.state ="
                    + " earnest.checks.methods.CheckState.PASSED and c.endedAt >= ?3")
    long passedOn(UUID person, Collection<String> paths, Instant since);

    /** The ticket of a check, without reading the check itself. */
    @Query("select c.ticketId from ProofCheck c where c.id = ?1")
    Optional<UUID> ticketOf(UUID check);
}
