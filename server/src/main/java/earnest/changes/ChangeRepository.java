package earnest.changes;

import earnest.ground.NewRows;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface ChangeRepository extends JpaRepository<AccountChange, UUID>, NewRows<AccountChange> {
    List<AccountChange> findByTicketIdOrderByIntendedAt(UUID ticketId);

    @Query(
            "select c from AccountChange c where c.system = ?1 and c.account = ?2 and c.state in"
                    + " (INTENDED, ASKED, UNKNOWN)")
    Optional<AccountChange> running(String system, String account);

    @Query(
            "select count(c) from AccountChange c where c.personId = ?1 and c.intendedAt >= ?2 and"
                    + " c.state not in (CLOSED, REFUSED, DID_NOT)")
    long since(UUID person, Instant since);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from AccountChange c where c.id = ?1")
    Optional<AccountChange> lock(UUID id);
}
