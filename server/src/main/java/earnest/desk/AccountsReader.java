package earnest.desk;

import earnest.access.SignedIn;
import earnest.changes.LiveAccounts;
import earnest.people.People;
import earnest.systems.AccountState;
import earnest.systems.Action;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

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

    record Server(String name, String words) {}

    /** {@code closed} null: nothing but the standing stands in the way. */
    record Can(String action, String label, String key, @Nullable String closed) {}

    private final Tickets tickets;
    private final People people;
    private final Systems systems;
    private final LiveAccounts live;

    AccountsReader(Tickets tickets, People people, Systems systems, LiveAccounts live) {
        this.tickets = tickets;
        this.people = people;
        this.systems = systems;
        this.live = live;
    }

    Accounts read(UUID ticket, SignedIn me) {
        UUID id = tickets.view(ticket).person();
        List<System> read = new ArrayList<>();
        if (id != null) {
            People.Person person = people.person(id).orElseThrow();
            for (Connector connector : systems.all()) {
                read.add(system(connector, person, me));
            }
        }
        return new Accounts(read, people.freshness());
    }

    private System system(Connector connector, People.Person person, SignedIn me) {
        LiveAccounts.Everywhere everywhere =
                live.look(connector, LiveAccounts.ref(connector, person));
        String hindrance = live.hindrance(connector, everywhere, person, me.ownAccount());
        Instant locked = everywhere.lockedSince().orElse(null);
        AccountState first =
                everywhere.first() instanceof Looked.There(AccountState there) ? there : null;
        String state = state(everywhere, hindrance, locked, first);
        List<Server> servers = new ArrayList<>();
        everywhere
                .servers()
                .forEach((name, looked) -> servers.add(new Server(name, words(looked))));
        return new System(
                connector.system(),
                connector.name(),
                person.account(),
                state,
                words(state, everywhere),
                state.equals("locked") ? locked : null,
                first == null ? null : first.lastSet(),
                first == null ? null : first.lastSignIn(),
                hindrance,
                servers,
                actions(hindrance, locked),
                connector.followers(),
                connector.ways().stream().map(w -> new WayTo(w.id(), w.words())).toList());
    }

    private static String state(
            LiveAccounts.Everywhere everywhere,
            @Nullable String hindrance,
            @Nullable Instant locked,
            @Nullable AccountState first) {
        if (everywhere.first() instanceof Looked.Away) {
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
        return everywhere.first() instanceof Looked.There(AccountState state)
                && state.lockedSince() == null;
    }

    private static String words(Looked looked) {
        return switch (looked) {
            case Looked.Away _ -> "does not answer";
            case Looked.None _ -> "no such account";
            case Looked.There(AccountState s) -> {
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

    private static List<Can> actions(@Nullable String hindrance, @Nullable Instant locked) {
        List<Can> actions = new ArrayList<>();
        for (Action action : Action.OFFERED) {
            String closed = hindrance;
            if (closed == null && action == Action.UNLOCK && locked == null) {
                closed = "not locked";
            }
            actions.add(new Can(action.id(), action.label(), String.valueOf(action.key()), closed));
        }
        return actions;
    }
}
