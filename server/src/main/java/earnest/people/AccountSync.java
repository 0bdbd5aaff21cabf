package earnest.people;

import earnest.connectors.AccountSource;
import earnest.connectors.PeopleSource;
import earnest.ground.Incident;
import earnest.ground.Routine;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * Finds out whose the accounts are of systems that do not name people themselves, side by side: one
 * that is away holds up no other.
 */
@Component
class AccountSync implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(AccountSync.class);
    private static final Duration EVERY = Duration.ofSeconds(1);

    private final Systems systems;
    private final AccountMatches matches;
    private final Clock clock;

    AccountSync(Systems systems, AccountMatches matches, Clock clock) {
        this.systems = systems;
        this.matches = matches;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "match-accounts";
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    @Override
    public void run() {
        List<Thread> running = new ArrayList<>();
        for (ManagedSystem system : systems.all()) {
            system.connector()
                    .accounts()
                    .filter(source -> matches.due(system.id(), clock.instant()))
                    .ifPresent(
                            source ->
                                    running.add(
                                            Thread.ofVirtual()
                                                    .name("match-accounts-" + system.id())
                                                    .start(() -> one(system, source))));
        }
        for (Thread thread : running) {
            try {
                thread.join();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private void one(ManagedSystem system, AccountSource source) {
        Instant begun = clock.instant();
        try {
            List<AccountSource.Read> all = new ArrayList<>();
            source.everything(all::addAll);
            matches.write(system.id(), system.name(), all, begun);
        } catch (PeopleSource.Away away) {
            LOG.warn("accounts cannot be matched: {}", away.getMessage());
            matches.trouble(system.id(), String.valueOf(away.getMessage()), begun);
        } catch (RuntimeException trouble) {
            LOG.warn("{} will be matched again: {}", system.id(), Incident.describe(trouble));
        }
    }
}
