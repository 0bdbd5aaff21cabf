package earnest.checks;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

import java.util.Optional;
import java.util.UUID;

interface EnrolmentRepository extends JpaRepository<Enrolment, UUID> {
    Optional<Enrolment> findByPersonId(UUID personId);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select e from Enrolment e where e.personId = ?1")
    Optional<Enrolment> lock(UUID personId);
}
