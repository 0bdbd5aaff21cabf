package earnest.channels;

import org.springframework.data.jpa.repository.JpaRepository;

import java.util.List;
import java.util.UUID;

interface MessageRepository extends JpaRepository<Message, UUID> {
    List<Message> findByAboutIdOrderByMadeAt(UUID about);
}
