package earnest.desk;

import earnest.access.SignedIn;
import earnest.changes.LiveAccounts;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.ground.Worded;
import earnest.people.People;
import earnest.systems.Account;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.PasswordStyle;
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
    @Schema(name = "AccountsOfPerson")
    record Accounts(List<System> systems, People.Freshness freshness) {}

    /**
     * One system.
     *
     * @param words the state in words
     * @param hindrance why this desk cannot help, or null
     */
    @Schema(name = "SystemOfPerson")
    record System(
            String id,
            String name,
            String account,
            Condition state,
            String words,
            @Nullable Instant since,
            @Nullable Instant lastSet,
            @Nullable Instant lastSignIn,
            @Nullable String hindrance,
            List<Server> servers,
            List<Can> actions,
            List<String> followers,
            List<StyleOffered> styles) {}

    /** What an analyst has to know of an account first. */
    @Schema(name = "AccountCondition")
    enum Condition implements Worded {
        OPEN,
        LOCKED,
        MUST_CHANGE,
        /** This desk cannot help with it. */
        CANNOT,
        /** Its system does not answer. */
        AWAY
    }

    /** A style that a temporary password may have, in words. */
    @Schema(name = "PasswordStyleOffered")
    record StyleOffered(PasswordStyle id, String words) {}

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
        LiveAccounts.Everywhere everywhere = live.read(system, account.ref());
        String hindrance = live.hindrance(system, everywhere, person, me.ownAccount());
        Instant locked = everywhere.lockedSince().orElse(null);
        AccountState first =
                everywhere.first() instanceof AccountLookup.Found(AccountState there)
                        ? there
                        : null;
        Condition state = state(everywhere, hindrance, locked, first);
        List<Server> servers = new ArrayList<>();
        everywhere
                .servers()
                .forEach((name, looked) -> servers.add(new Server(name, words(looked))));
        return new System(
                system.id(),
                system.name(),
                account.name(),
                state,
                words(state, everywhere, system.connector().hidesLocks()),
                state == Condition.LOCKED ? locked : null,
                first == null ? null : first.lastSet(),
                first == null ? null : first.lastSignIn(),
                hindrance,
                servers,
                actions(system, hindrance, locked),
                system.followers(),
                system.styles().stream().map(s -> new StyleOffered(s, s.words())).toList());
    }

    private static Condition state(
            LiveAccounts.Everywhere everywhere,
            @Nullable String hindrance,
            @Nullable Instant locked,
            @Nullable AccountState first) {
        if (everywhere.first() instanceof AccountLookup.Unreachable) {
            return Condition.AWAY;
        }
        if (first == null || hindrance != null && locked == null) {
            return Condition.CANNOT;
        }
        if (locked != null) {
            return Condition.LOCKED;
        }
        return first.mustChange() ? Condition.MUST_CHANGE : Condition.OPEN;
    }

    private static String words(
            Condition state, LiveAccounts.Everywhere everywhere, boolean hidesLocks) {
        return switch (state) {
            case AWAY -> "does not answer";
            case CANNOT -> "cannot be changed";
            case LOCKED -> onReplicaOnly(everywhere) ? "locked on a replica" : "locked";
            case MUST_CHANGE -> "open, must change";
            case OPEN -> hidesLocks ? "open, as far as it shows" : "open";
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
            if (closed == null
                    && action == Action.UNLOCK
                    && locked == null
                    && !system.connector().hidesLocks()) {
                closed = "not locked";
            }
            actions.add(
                    new Can(action.word(), action.label(), String.valueOf(action.key()), closed));
        }
        return actions;
    }
}
