package earnest.access;

import earnest.ground.InsertRepository;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface AnalystRepository extends JpaRepository<Analyst, UUID>, InsertRepository<Analyst> {
    Optional<Analyst> findByLogin(String login);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select a from Analyst a where a.login = ?1")
    Optional<Analyst> lock(String login);

    List<Analyst> findAllByOrderByName();

    @Query(
            "select a.ownAccount from Analyst a where a.ownAccount is not null and a.endedAt is"
                    + " null")
    List<String> ownAccounts();
}
