package earnest.systems;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountSource;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.OwnRules;
import earnest.connectors.PeopleSource;
import earnest.connectors.TemporaryUse;
import earnest.connectors.TestResult;
import earnest.connectors.TestStep;
import earnest.core.passwords.Secret;

import org.springframework.transaction.support.TransactionSynchronizationManager;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import java.util.function.Supplier;

/**
 * A connector that is asked nothing while rows are held, and by few at once: a system that is slow
 * holds up whoever waits for it, and nobody else.
 */
final class GuardedConnector implements Connector {
    private static final int AT_ONCE = 12;
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(4);

    private final String name;
    private final Connector connector;
    private final Semaphore room = new Semaphore(AT_ONCE, true);

    GuardedConnector(String name, Connector connector) {
        this.name = name;
        this.connector = connector;
    }

    private <T> T ask(Supplier<T> asked, Supplier<T> noRoom) {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is asked outside within a transaction");
        }
        try {
            if (!room.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) {
                return noRoom.get();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return noRoom.get();
        }
        try {
            return asked.get();
        } finally {
            room.release();
        }
    }

    private ChangeResult notSent() {
        return new ChangeResult.NotSent(
                "%s is very slow. Nothing was changed; try again in a minute.".formatted(name));
    }

    @Override
    public List<String> servers() {
        return connector.servers();
    }

    @Override
    public AccountLookup read(String server, AccountRef account) {
        return ask(
                () -> connector.read(server, account),
                () -> new AccountLookup.Unreachable(name + " " + server + " is very slow"));
    }

    @Override
    public ChangeResult unlock(AccountRef account, String before) {
        return ask(() -> connector.unlock(account, before), this::notSent);
    }

    @Override
    public ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return ask(() -> connector.setTemporary(account, password, before), this::notSent);
    }

    @Override
    public ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return ask(() -> connector.setOwn(account, password, before), this::notSent);
    }

    @Override
    public ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        return ask(() -> connector.replaceUnused(account, password, effect), this::notSent);
    }

    @Override
    public boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        return connector.shows(operation, now, before, asked);
    }

    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        return connector.arrived(operation, now, effect);
    }

    @Override
    public TemporaryUse use(AccountState now, String effect) {
        return connector.use(now, effect);
    }

    @Override
    public OwnRules ownRules() {
        return ask(connector::ownRules, () -> OwnRules.NONE);
    }

    @Override
    public List<TestStep> connectionTest(Predicate<String> isSomebodys) {
        return connector.connectionTest(isSomebodys).stream().map(this::guarded).toList();
    }

    private TestStep guarded(TestStep step) {
        return new TestStep(
                step.title(),
                step.needed(),
                () ->
                        ask(
                                step.run(),
                                () -> TestResult.failed("it is very slow", "Test again later.")));
    }

    @Override
    public Optional<PeopleSource> people(Map<String, Object> mapping) {
        return connector.people(mapping);
    }

    @Override
    public Optional<AccountSource> accounts() {
        return connector.accounts();
    }

    @Override
    public boolean hidesLocks() {
        return connector.hidesLocks();
    }

    @Override
    public Duration surelyNotAfter() {
        return connector.surelyNotAfter();
    }

    @Override
    public void close() {
        connector.close();
    }
}
