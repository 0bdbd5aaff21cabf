package earnest.checks;

import earnest.ground.InsertRepository;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

interface EnrolmentRepository extends JpaRepository<Enrolment, UUID>, InsertRepository<Enrolment> {
    List<Enrolment> findByPersonIdAndKindOrderByEnrolledAtAscIdAsc(UUID personId, String kind);

    @Query("select e.personId from Enrolment e")
    Set<UUID> enrolled();

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select e from Enrolment e where e.id = ?1")
    Optional<Enrolment> lock(UUID id);
}
