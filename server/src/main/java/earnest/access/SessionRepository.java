package earnest.access;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;

interface SessionRepository
        extends JpaRepository<SignInSession, byte[]>, InsertRepository<SignInSession> {
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update SignInSession s set s.factorAt = ?2 where s.tokenHash = ?1 and s.endedAt is"
                    + " null")
    int proved(byte[] tokenHash, Instant at);

    /** The one column: writing all of them could undo an end that came meanwhile. */
    @Modifying
    @Query(
            "update SignInSession s set s.lastSeenAt = ?2 where s.tokenHash = ?1 and s.endedAt is"
                    + " null")
    int seen(byte[] tokenHash, Instant at);

    /** 1 if it ended now, 0 if it was over already. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update SignInSession s set s.endedAt = ?2 where s.tokenHash = ?1 and s.endedAt is null")
    int end(byte[] tokenHash, Instant at);
}
