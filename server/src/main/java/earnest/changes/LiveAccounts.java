package earnest.changes;

import earnest.ground.Problem;
import earnest.people.People;
import earnest.people.PeopleSource;
import earnest.systems.AccountRef;
import earnest.systems.AccountState;
import earnest.systems.Connector;
import earnest.systems.Looked;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
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
     * The groups of a person as the directory has them now: what a decision asks may hang on them.
     *
     * @throws Problem 409 if the directory does not answer
     */
    public Set<String> groups(People.Person person) {
        try {
            return people.groupsNow(person.id());
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
    public record Everywhere(Map<String, Looked> servers) {
        public Looked first() {
            return servers.values().iterator().next();
        }

        Stream<AccountState> states() {
            return servers.values().stream()
                    .filter(Looked.There.class::isInstance)
                    .map(looked -> ((Looked.There) looked).state());
        }

        /** The earliest lock on any server. */
        public Optional<Instant> lockedSince() {
            return states().map(AccountState::lockedSince)
                    .filter(Objects::nonNull)
                    .min(Instant::compareTo);
        }
    }

    public Everywhere look(Connector connector, AccountRef account) {
        Map<String, CompletableFuture<Looked>> asked = new LinkedHashMap<>();
        for (String server : connector.servers()) {
            asked.put(
                    server,
                    CompletableFuture.supplyAsync(() -> connector.look(server, account), threads));
        }
        Map<String, Looked> servers = new LinkedHashMap<>();
        asked.forEach((server, answer) -> servers.put(server, answer.join()));
        return new Everywhere(servers);
    }

    public static AccountRef ref(Connector connector, People.Person person) {
        return new AccountRef(connector.system(), person.account(), person.dn());
    }

    /** Why this desk cannot help with the account at all, and who can; null if it can. */
    public @Nullable String hindrance(
            Connector connector,
            Everywhere everywhere,
            People.Person person,
            @Nullable String ownAccount) {
        if (person.gone()) {
            return "Not in the directory any more. Ask %s.".formatted(connector.whoHelps());
        }
        if (person.account().equals(ownAccount)) {
            return "This is your own account. A colleague has to change it.";
        }
        return switch (everywhere.first()) {
            case Looked.Away(String words) -> words + ". Nothing can be changed until it does.";
            case Looked.None() ->
                    "There is no such account. Ask %s.".formatted(connector.whoHelps());
            case Looked.There(AccountState state) -> state(connector, state);
        };
    }

    private @Nullable String state(Connector connector, AccountState state) {
        Instant now = clock.instant();
        if (state.switchedOff()) {
            return "Switched off by an administrator. A new password would not help. Ask %s."
                    .formatted(connector.whoHelps());
        }
        if (state.over(now)) {
            return "Validity is over. A new password would not help. Ask %s."
                    .formatted(connector.whoHelps());
        }
        if (state.notYet(now)) {
            return "Not valid yet. A new password would not help. Ask %s."
                    .formatted(connector.whoHelps());
        }
        return null;
    }
}
