package earnest.pickup;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

interface PickUpRepository extends JpaRepository<PickUp, UUID>, InsertRepository<PickUp> {
    List<PickUp> findByPersonIdAndStateAndExpiresAtAfterOrderByMadeAtDesc(
            UUID person, PickUp.State state, Instant now);

    boolean existsByTicketIdAndStateAndExpiresAtAfter(UUID ticket, PickUp.State state, Instant now);

    /** From one state to another; how many were so. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update PickUp p set p.state = ?3 where p.ticketId = ?1 and p.state = ?2")
    int move(UUID ticket, PickUp.State from, PickUp.State to);

    /** From one state to another; 1 if they were so, and not out of time. */
    @Modifying(flushAutomatically = true)
    @Query(
            "update PickUp p set p.state = ?3 where p.id = ?1 and p.state = ?2 and p.expiresAt >"
                    + " ?4")
    int move(UUID id, PickUp.State from, PickUp.State to, Instant now);

    /** Counts a wrong try on all of a person's that wait. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update PickUp p set p.tries = p.tries + 1 where p.personId = ?1 and p.state = ?2 and"
                    + " p.expiresAt > ?3")
    int wrong(UUID person, PickUp.State waiting, Instant now);

    /** Takes those out of use that were tried too often. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update PickUp p set p.state = ?3 where p.personId = ?1 and p.state = ?2 and p.tries >="
                    + " ?4")
    int moveTried(UUID person, PickUp.State from, PickUp.State to, int most);
}
