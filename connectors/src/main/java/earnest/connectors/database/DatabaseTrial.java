package earnest.connectors.database;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Operation;
import earnest.connectors.TestResult;
import earnest.connectors.Trial;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** Writing is tried on an account that is nobody's. */
final class DatabaseTrial {
    private static final int PAUSE_MS = 250;
    private static final int LOOKS = 12;

    private final DatabaseServers servers;
    private final DatabaseSettings settings;
    private final DatabaseAccounts accounts;
    private final DatabaseChanges changes;
    private final Predicate<String> isSomebodys;
    private @Nullable String effect;

    DatabaseTrial(
            DatabaseServers servers,
            DatabaseSettings settings,
            DatabaseAccounts accounts,
            DatabaseChanges changes,
            Predicate<String> isSomebodys) {
        this.servers = servers;
        this.settings = settings;
        this.accounts = accounts;
        this.changes = changes;
        this.isSomebodys = isSomebodys;
    }

    private interface Try {
        TestResult of(AccountRef account, AccountState before);
    }

    private TestResult on(Try tried) {
        UserName name = settings.trialAccount();
        if (name == null) {
            return TestResult.notTried(Trial.NOT_TRIED);
        }
        if (isSomebodys.test(name.id())) {
            return Trial.somebodys(name.place());
        }
        AccountRef account = new AccountRef(name.user(), name.place());
        AccountState before = look(servers.names().getFirst(), account);
        return before == null
                ? TestResult.failed(
                        "there is no " + name.place(),
                        "Make that account, for nothing else:\nCREATE USER "
                                + name.quoted()
                                + " IDENTIFIED BY '…';")
                : tried.of(account, before);
    }

    private @Nullable AccountState look(String server, AccountRef account) {
        return accounts.read(server, account) instanceof AccountLookup.Found(AccountState state)
                ? state
                : null;
    }

    TestResult maySet() {
        return on(
                (account, before) -> {
                    try (Secret password = Trial.password()) {
                        ChangeResult result =
                                changes.setTemporary(account, password, before.mark());
                        if (!(result instanceof ChangeResult.TookEffect)) {
                            return TestResult.failed(Trial.words(result), DatabaseSteps.MAY_CHANGE);
                        }
                    }
                    AccountState after = look(servers.names().getFirst(), account);
                    if (after == null
                            || !DatabaseEffects.shows(
                                    Operation.SET_TEMPORARY, after, before.mark())) {
                        return TestResult.failed("it was taken, but is not shown afterwards", null);
                    }
                    effect = after.mark();
                    return TestResult.good("tried on " + account.place() + ", and read back");
                });
    }

    TestResult mayLift() {
        return on(
                (account, before) -> {
                    ChangeResult result = changes.unlock(account);
                    return result instanceof ChangeResult.TookEffect
                            ? TestResult.good("tried on " + account.place())
                            : TestResult.failed(Trial.words(result), DatabaseSteps.MAY_CHANGE);
                });
    }

    /** Whether what was set on the first reaches those that follow it. */
    TestResult everywhere() {
        List<String> others = servers.names().subList(1, servers.names().size());
        String set = effect;
        if (others.isEmpty()) {
            return TestResult.good("there is one");
        }
        if (set == null) {
            return TestResult.notTried(Trial.NOT_TRIED);
        }
        return on(
                (account, before) -> {
                    List<String> behind = new ArrayList<>(others);
                    for (int i = 0; i < LOOKS && !behind.isEmpty(); i++) {
                        behind.removeIf(server -> arrived(server, account, set));
                        if (!behind.isEmpty()) {
                            pause();
                        }
                    }
                    return behind.isEmpty()
                            ? TestResult.good("it reached " + String.join(" and ", others))
                            : TestResult.note(
                                    "it did not reach "
                                            + String.join(" and ", behind)
                                            + " within three seconds",
                                    "Look whether they follow the first, and whether that holds"
                                            + " for its schema mysql as well.");
                });
    }

    private boolean arrived(String server, AccountRef account, String set) {
        AccountState there = look(server, account);
        return there != null && DatabaseEffects.arrived(Operation.SET_TEMPORARY, there, set);
    }

    private static void pause() {
        try {
            Thread.sleep(PAUSE_MS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
