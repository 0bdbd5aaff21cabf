package earnest.people;

import earnest.connectors.AccountSource;
import earnest.connectors.PeopleSource;
import earnest.ground.Incident;
import earnest.ground.Routine;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Finds out whose the accounts are of systems that do not name people themselves, side by side: one
 * that is away holds up no other.
 */
@Component
class AccountSync implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(AccountSync.class);
    private static final String NAME = "match-accounts";
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(20);
    private static final Set<String> CONCERNED =
            Set.of(EntryKind.SYSTEM_SET_UP.id(), EntryKind.PEOPLE_COPIED.id());

    private final Systems systems;
    private final AccountMatches matches;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    AccountSync(
            Systems systems,
            AccountMatches matches,
            Clock clock,
            ApplicationEventPublisher events) {
        this.systems = systems;
        this.matches = matches;
        this.clock = clock;
        this.events = events;
    }

    @Override
    public String name() {
        return NAME;
    }

    @EventListener
    void on(TheRecord.Heard heard) {
        if (CONCERNED.contains(heard.kind())) {
            events.publishEvent(new Wake(NAME));
        }
    }

    @Override
    public Duration run() {
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
                return LOOKS_EVERY;
            }
        }
        return LOOKS_EVERY;
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
