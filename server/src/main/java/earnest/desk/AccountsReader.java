package earnest.desk;

import earnest.access.SignedIn;
import earnest.changes.LiveAccounts;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.people.People;
import earnest.systems.Account;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Reads the accounts of a ticket's person live, and says what can be done with them. */
@Component
class AccountsReader {
    /** All accounts, with how fresh the copy of people is. */
    record Accounts(List<System> systems, People.Freshness freshness) {}

    /**
     * One system.
     *
     * @param state {@code open, locked, must-change, cannot, away}
     * @param words the state in words
     * @param hindrance why this desk cannot help, or null
     */
    @Schema(name = "SystemOfPerson")
    record System(
            String id,
            String name,
            String account,
            String state,
            String words,
            @Nullable Instant since,
            @Nullable Instant lastSet,
            @Nullable Instant lastSignIn,
            @Nullable String hindrance,
            List<Server> servers,
            List<Can> actions,
            List<String> followers,
            List<WayTo> ways) {}

    /** A way in which a temporary password may come about, in words. */
    record WayTo(String id, String words) {}

    @Schema(name = "ServerOfSystem")
    record Server(String name, String words) {}

    /** {@code closed} null: nothing but the standing stands in the way. */
    @Schema(name = "ActionOffered")
    record Can(String action, String label, String key, @Nullable String closed) {}

    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();
    private final Tickets tickets;
    private final People people;
    private final Systems systems;
    private final earnest.systems.Accounts accounts;
    private final LiveAccounts live;

    AccountsReader(
            Tickets tickets,
            People people,
            Systems systems,
            earnest.systems.Accounts accounts,
            LiveAccounts live) {
        this.tickets = tickets;
        this.people = people;
        this.systems = systems;
        this.accounts = accounts;
        this.live = live;
    }

    /** Side by side: a system that is slow holds up no other. */
    Accounts read(UUID ticket, SignedIn me) {
        UUID id = tickets.view(ticket).person();
        List<CompletableFuture<System>> asked = new ArrayList<>();
        if (id != null) {
            People.Person person = people.person(id).orElseThrow();
            Map<String, ManagedSystem> byId =
                    systems.all().stream()
                            .collect(Collectors.toMap(ManagedSystem::id, Function.identity()));
            for (Account account : accounts.of(id)) {
                ManagedSystem system = Objects.requireNonNull(byId.get(account.system()));
                asked.add(
                        CompletableFuture.supplyAsync(
                                () -> system(system, account, person, me), threads));
            }
        }
        return new Accounts(
                asked.stream().map(CompletableFuture::join).toList(), people.freshness());
    }

    private System system(
            ManagedSystem system, Account account, People.Person person, SignedIn me) {
        LiveAccounts.Everywhere everywhere = live.look(system, account.ref());
        String hindrance = live.hindrance(system, everywhere, person, me.ownAccount());
        Instant locked = everywhere.lockedSince().orElse(null);
        AccountState first =
                everywhere.first() instanceof AccountLookup.Found(AccountState there)
                        ? there
                        : null;
        String state = state(everywhere, hindrance, locked, first);
        List<Server> servers = new ArrayList<>();
        everywhere
                .servers()
                .forEach((name, looked) -> servers.add(new Server(name, words(looked))));
        return new System(
                system.id(),
                system.name(),
                account.name(),
                state,
                words(state, everywhere),
                state.equals("locked") ? locked : null,
                first == null ? null : first.lastSet(),
                first == null ? null : first.lastSignIn(),
                hindrance,
                servers,
                actions(system, hindrance, locked),
                system.followers(),
                system.ways().stream().map(w -> new WayTo(w.id(), w.words())).toList());
    }

    private static String state(
            LiveAccounts.Everywhere everywhere,
            @Nullable String hindrance,
            @Nullable Instant locked,
            @Nullable AccountState first) {
        if (everywhere.first() instanceof AccountLookup.Unreachable) {
            return "away";
        }
        if (first == null || hindrance != null && locked == null) {
            return "cannot";
        }
        if (locked != null) {
            return "locked";
        }
        return first.mustChange() ? "must-change" : "open";
    }

    private static String words(String state, LiveAccounts.Everywhere everywhere) {
        return switch (state) {
            case "away" -> "does not answer";
            case "cannot" -> "cannot be changed";
            case "locked" -> onReplicaOnly(everywhere) ? "locked on a replica" : "locked";
            case "must-change" -> "open, must change";
            default -> "open";
        };
    }

    private static boolean onReplicaOnly(LiveAccounts.Everywhere everywhere) {
        return everywhere.first() instanceof AccountLookup.Found(AccountState state)
                && state.lockedSince() == null;
    }

    private static String words(AccountLookup looked) {
        return switch (looked) {
            case AccountLookup.Unreachable _ -> "does not answer";
            case AccountLookup.Missing _ -> "no such account";
            case AccountLookup.Found(AccountState s) -> {
                if (s.switchedOff()) {
                    yield "switched off";
                }
                if (s.lockedSince() != null) {
                    yield "locked";
                }
                yield s.mustChange() ? "must change" : "open";
            }
        };
    }

    private static List<Can> actions(
            ManagedSystem system, @Nullable String hindrance, @Nullable Instant locked) {
        List<Can> actions = new ArrayList<>();
        for (Action action : Action.OFFERED) {
            if (!system.can(action)) {
                continue;
            }
            String closed = hindrance;
            if (closed == null && action == Action.UNLOCK && locked == null) {
                closed = "not locked";
            }
            actions.add(new Can(action.id(), action.label(), String.valueOf(action.key()), closed));
        }
        return actions;
    }
}
