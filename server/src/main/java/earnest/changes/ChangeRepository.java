package earnest.changes;

import earnest.ground.InsertRepository;

import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface ChangeRepository
        extends JpaRepository<AccountChange, UUID>, InsertRepository<AccountChange> {
    List<AccountChange> findByTicketIdOrderByIntendedAt(UUID ticketId);

    /** The one that runs on an account: by the key that keeps it the only one. */
    @NativeQuery("select * from account_change where running = concat(?1, ' ', ?2)")
    Optional<AccountChange> running(String system, String account);

    @Query(
            "select count(c) from AccountChange c where c.personId = ?1 and c.intendedAt >= ?2 and"
                    + " c.action <> EXPIRY and c.state not in (CLOSED, REFUSED, DID_NOT)")
    long since(UUID person, Instant since);

    /** From intended to asked; 1 if it was intended. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update AccountChange c set c.state = ASKED, c.askedAt = ?2, c.reason = null where c.id"
                    + " = ?1 and c.state = INTENDED")
    int asked(UUID id, Instant at);

    /** From asked back to intended, since nothing left; 1 if it was asked. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update AccountChange c set c.state = INTENDED, c.askedAt = null, c.reason = ?2 where"
                    + " c.id = ?1 and c.state = ASKED")
    int notSent(UUID id, String reason);

    /** From asked to unknown; 1 if it was asked. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update AccountChange c set c.state = UNKNOWN, c.reason = ?2 where c.id = ?1 and"
                    + " c.state = ASKED")
    int unknown(UUID id, String reason);

    /** To a state that stays; 1 if it was in one of those it may come from. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update AccountChange c set c.state = ?3, c.reason = ?4, c.settledAt = ?5, c.effectMark"
                    + " = ?6 where c.id = ?1 and c.state in ?2")
    int settle(
            UUID id,
            Collection<Changes.State> from,
            Changes.State to,
            @Nullable String reason,
            Instant at,
            @Nullable String effectMark);

    /** All that was done to take the password of a change out of force, in its order. */
    @Query(
            "select c from AccountChange c where c.aboutId = ?1 and c.action = EXPIRY order by"
                    + " c.intendedAt, c.id")
    List<AccountChange> expiriesTried(UUID about);

    /** Those of a ticket that nobody asked the system for yet. */
    @Query("select c.id from AccountChange c where c.ticketId = ?1 and c.state = INTENDED")
    List<UUID> intendedOn(UUID ticket);
}
