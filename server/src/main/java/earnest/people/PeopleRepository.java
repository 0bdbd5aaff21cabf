package earnest.people;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;

import java.util.Optional;
import java.util.UUID;

interface PeopleRepository extends JpaRepository<PeopleRow, UUID>, InsertRepository<PeopleRow> {
    Optional<PeopleRow> findFirstByAccountOrderByGoneAt(String account);
}
