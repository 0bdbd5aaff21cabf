package earnest.changes;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.connectors.PeopleSource;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.systems.ManagedSystem;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;

/** Reads an account live from every server of a system, side by side. */
@Component
public class LiveAccounts {
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();
    private final People people;
    private final Clock clock;

    LiveAccounts(People people, Clock clock) {
        this.people = people;
        this.clock = clock;
    }

    /**
     * The groups of a person now, for decisions on a system: what is asked may hang on them.
     *
     * @throws Problem 409 if the system, or where the person comes from, does not answer
     */
    public Set<String> groups(UUID person, String system) {
        try {
            return people.groupsNow(person, system);
        } catch (PeopleSource.Away away) {
            throw new Problem(
                    409,
                    "cannot-be-helped",
                    away.getMessage()
                            + ". What may be done hangs on the person's groups there. Try again in"
                            + " a minute.");
        }
    }

    /** What each server says, the one that takes writes first. */
    public record Everywhere(Map<String, AccountLookup> servers) {
        public AccountLookup first() {
            return servers.values().iterator().next();
        }

        Stream<AccountState> states() {
            return servers.values().stream()
                    .filter(AccountLookup.Found.class::isInstance)
                    .map(found -> ((AccountLookup.Found) found).state());
        }

        /** The earliest lock on any server. */
        public Optional<Instant> lockedSince() {
            return states().map(AccountState::lockedSince)
                    .filter(Objects::nonNull)
                    .min(Instant::compareTo);
        }
    }

    /** Reads an account on every server of its system. */
    public Everywhere read(ManagedSystem system, AccountRef account) {
        Connector connector = system.connector();
        Map<String, CompletableFuture<AccountLookup>> asked = new LinkedHashMap<>();
        for (String server : connector.servers()) {
            asked.put(
                    server,
                    CompletableFuture.supplyAsync(() -> connector.read(server, account), threads));
        }
        Map<String, AccountLookup> servers = new LinkedHashMap<>();
        asked.forEach((server, answer) -> servers.put(server, answer.join()));
        return new Everywhere(servers);
    }

    /** Why this desk cannot help with the account at all, and who can; null if it can. */
    public @Nullable String hindrance(
            ManagedSystem system,
            Everywhere everywhere,
            People.Person person,
            @Nullable String ownAccount) {
        if (person.gone()) {
            return "Not in the directory any more. Ask %s.".formatted(system.whoHelps());
        }
        if (person.account().equals(ownAccount)) {
            return "This is your own account. A colleague has to change it.";
        }
        return switch (everywhere.first()) {
            case AccountLookup.Unreachable(String words) ->
                    words + ". Nothing can be changed until it does.";
            case AccountLookup.Missing() ->
                    "There is no such account. Ask %s.".formatted(system.whoHelps());
            case AccountLookup.Found(AccountState state) -> state(system, state);
        };
    }

    private @Nullable String state(ManagedSystem system, AccountState state) {
        Instant now = clock.instant();
        if (state.switchedOff()) {
            return "Switched off by an administrator. A new password would not help. Ask %s."
                    .formatted(system.whoHelps());
        }
        if (state.over(now)) {
            return "Validity is over. A new password would not help. Ask %s."
                    .formatted(system.whoHelps());
        }
        if (state.notYet(now)) {
            return "Not valid yet. A new password would not help. Ask %s."
                    .formatted(system.whoHelps());
        }
        return null;
    }
}
