package earnest.access;

import earnest.ground.InsertRepository;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface AnalystRepository extends JpaRepository<Analyst, UUID>, InsertRepository<Analyst> {
    Optional<Analyst> findByLogin(String login);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select a from Analyst a where a.login = ?1")
    Optional<Analyst> lock(String login);

    /**
     * The same password, hashed as is done now; nothing where it was changed meanwhile. The one
     * column: writing all of them could undo an end or a change of roles.
     */
    @Modifying
    @Query("update Analyst a set a.passwordHash = ?3 where a.id = ?1 and a.passwordHash = ?2")
    int rehash(UUID id, String was, String now);

    List<Analyst> findAllByOrderByName();

    @Query(
            "select a.ownAccount from Analyst a where a.ownAccount is not null and a.endedAt is"
                    + " null")
    List<String> ownAccounts();
}
