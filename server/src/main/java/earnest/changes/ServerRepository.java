package earnest.changes;

import earnest.ground.InsertRepository;

import org.springframework.data.jpa.repository.JpaRepository;

import java.util.Collection;
import java.util.List;
import java.util.UUID;

interface ServerRepository
        extends JpaRepository<ServerRow, ServerRow.Key>, InsertRepository<ServerRow> {
    List<ServerRow> findByKeyChangeIdIn(Collection<UUID> changes);
}
