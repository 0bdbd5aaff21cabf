package earnest.changes;

import earnest.core.passwords.Secret;
import earnest.tickets.Actor;

import org.springframework.stereotype.Service;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The face of changes: each act is a class of its own, and {@link ChangeExecutor} follows up. */
@Service
class ChangeDesk implements Changes {
    private final Intending intending;
    private final SameInSeveral several;
    private final Expiring expiring;
    private final PasswordTrial trial;
    private final Done done;

    ChangeDesk(
            Intending intending,
            SameInSeveral several,
            Expiring expiring,
            PasswordTrial trial,
            Done done) {
        this.intending = intending;
        this.several = several;
        this.expiring = expiring;
        this.trial = trial;
        this.done = done;
    }

    @Override
    public UUID intend(UUID ticket, Actor actor, Intent intent) {
        return intending.intend(ticket, actor, intent);
    }

    @Override
    public List<Decided> intendAll(UUID ticket, Actor actor, List<Intent> intents) {
        return several.intend(ticket, actor, intents);
    }

    @Override
    public boolean expire(UUID change) {
        return expiring.expire(change);
    }

    @Override
    public Trial tryOut(UUID ticket, Actor actor, String system, Secret candidate) {
        return trial.tryOut(ticket, actor, system, candidate);
    }

    @Override
    public List<View> onTicket(UUID ticket) {
        return done.onTicket(ticket);
    }

    @Override
    public Optional<View> change(UUID id) {
        return done.change(id);
    }

    @Override
    public Made made(UUID id) {
        return done.made(id);
    }
}
