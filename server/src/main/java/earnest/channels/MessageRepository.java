package earnest.channels;

import earnest.ground.InsertRepository;

import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

import java.util.Collection;
import java.util.List;
import java.util.UUID;

interface MessageRepository extends JpaRepository<Message, UUID>, InsertRepository<Message> {
    /** From one of some states to another; 1 if it was in one of them. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update Message m set m.state = ?3, m.said = ?4, m.tries = m.tries + ?5 where m.id = ?1"
                    + " and m.state in ?2")
    int move(
            UUID id,
            Collection<Messages.State> from,
            Messages.State to,
            @Nullable String said,
            int tries);

    List<Message> findByAboutIdOrderByMadeAt(UUID about);
}
