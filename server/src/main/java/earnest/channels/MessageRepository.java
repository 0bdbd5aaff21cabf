package earnest.channels;

import earnest.ground.NewRows;

import org.springframework.data.jpa.repository.JpaRepository;

import java.util.List;
import java.util.UUID;

interface MessageRepository extends JpaRepository<Message, UUID>, NewRows<Message> {
    List<Message> findByAboutIdOrderByMadeAt(UUID about);
}
