package earnest.changes;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface ServerRepository extends JpaRepository<ServerRow, ServerRow.Key> {
    List<ServerRow> findByKeyChangeIdIn(Collection<UUID> changes);
}
