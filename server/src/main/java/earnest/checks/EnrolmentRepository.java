package earnest.checks;

import earnest.ground.InsertRepository;
import earnest.ground.Reading;

import jakarta.persistence.LockModeType;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

interface EnrolmentRepository extends JpaRepository<Enrolment, UUID>, InsertRepository<Enrolment> {
    /** Those of a kind that count, or are being set up; a reading asks once for all kinds. */
    default List<Enrolment> of(UUID person, String kind) {
        return Reading.once(() -> of(person), EnrolmentRepository.class, person).stream()
                .filter(one -> one.kind.equals(kind))
                .toList();
    }

    /** Whether something counts; false where nobody knows it without asking. */
    default boolean isKnownToCount(UUID person) {
        return Reading.isGoing()
                && Reading.once(() -> of(person), EnrolmentRepository.class, person).stream()
                        .anyMatch(one -> one.confirmedAt != null);
    }

    /** Asks at once for all whose enrolments a reading is about to ask for. */
    default void beforehand(Collection<UUID> whom) {
        List<UUID> people =
                whom.stream()
                        .filter(one -> !Reading.knows(EnrolmentRepository.class, one))
                        .toList();
        if (Reading.isGoing() && !people.isEmpty()) {
            Map<UUID, List<Enrolment>> all =
                    ofAll(people).stream().collect(Collectors.groupingBy(one -> one.personId));
            people.forEach(
                    person ->
                            Reading.know(
                                    all.getOrDefault(person, List.of()),
                                    EnrolmentRepository.class,
                                    person));
        }
    }

    @Query(
            "select e from Enrolment e where e.personId in ?1 and e.removedAt is null order by"
                    + " e.enrolledAt, e.id")
    List<Enrolment> ofAll(Collection<UUID> people);

    @Query(
            "select e from Enrolment e where e.personId = ?1 and e.removedAt is null order by"
                    + " e.enrolledAt, e.id")
    List<Enrolment> of(UUID person);

    @Modifying
    @Query(
            value = "insert into recovery_code (enrolment_id, mark) values (?1, ?2)",
            nativeQuery = true)
    void keepCode(UUID set, String mark);

    /** Uses one up; 0 if it is none of the set, or was used. */
    @Modifying
    @Query(
            value =
                    "update recovery_code set used_at = ?3 where enrolment_id = ?1 and mark = ?2"
                            + " and used_at is null",
            nativeQuery = true)
    int useCode(UUID set, String mark, Instant at);

    @Query(
            value =
                    "select count(*) from recovery_code where enrolment_id = ?1 and used_at is"
                            + " null",
            nativeQuery = true)
    int unused(UUID set);

    @Query("select e.personId from Enrolment e where e.kind = ?1")
    Set<UUID> enrolled(String kind);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select e from Enrolment e where e.setupMark = ?1")
    Optional<Enrolment> bySetup(String mark);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select e from Enrolment e where e.id = ?1")
    Optional<Enrolment> lock(UUID id);
}
