package earnest.handover;

import earnest.access.SignedIn;
import earnest.core.assurance.Route;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The face of handovers: each act is a class of its own. */
@Service
class HandoverDesk implements Handovers {
    private final HandoverReader reader;
    private final Choosing choosing;
    private final ReadingAloud readingAloud;

    HandoverDesk(HandoverReader reader, Choosing choosing, ReadingAloud readingAloud) {
        this.reader = reader;
        this.choosing = choosing;
        this.readingAloud = readingAloud;
    }

    @Override
    public Optional<View> onTicket(UUID ticket) {
        return reader.onTicket(ticket);
    }

    @Override
    public List<UUID> behind(UUID ticket) {
        return reader.behind(ticket);
    }

    @Override
    public List<View> allOnTicket(UUID ticket) {
        return reader.allOnTicket(ticket);
    }

    @Override
    public Optional<InForce> inForce(UUID person) {
        return reader.inForce(person);
    }

    @Override
    public void choose(UUID ticket, SignedIn me, Route route, @Nullable UUID contact) {
        choosing.choose(ticket, me, route, contact);
    }

    @Override
    public List<Part> show(UUID ticket, SignedIn me) {
        return readingAloud.show(ticket, me);
    }

    @Override
    public void saidBack(UUID ticket, SignedIn me, int part) {
        readingAloud.saidBack(ticket, me, part);
    }
}
