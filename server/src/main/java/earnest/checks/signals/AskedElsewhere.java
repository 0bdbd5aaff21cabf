package earnest.checks.signals;

import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Optional;

/** Somebody asks as this person on another ticket, too. */
@Component
class AskedElsewhere implements Signal {
    private static final Duration LATELY = Duration.ofHours(24);

    private final Tickets tickets;

    AskedElsewhere(Tickets tickets) {
        this.tickets = tickets;
    }

    @Override
    public String kind() {
        return "asked-elsewhere";
    }

    @Override
    public Optional<Seen> seen(About about) {
        return tickets.anyOther(about.person(), about.ticket().id(), about.now().minus(LATELY))
                ? Optional.of(new Seen("Named on another ticket today"))
                : Optional.empty();
    }
}
