package earnest.systems;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.OwnRules;
import earnest.connectors.TemporaryUse;
import earnest.connectors.TestResult;
import earnest.connectors.TestStep;
import earnest.core.passwords.Secret;

import java.time.Instant;
import java.util.List;
import java.util.function.Predicate;

/** Stands for a system whose row cannot be used: the desk says why, and goes on with the others. */
final class MisconfiguredConnector implements Connector {
    private final String words;

    MisconfiguredConnector(String name, String why) {
        this.words = "%s is not set up right (%s)".formatted(name, why);
    }

    private ChangeResult notSent() {
        return new ChangeResult.NotSent(words + ". Nothing was changed; tell the steward.");
    }

    @Override
    public List<String> servers() {
        return List.of("its settings");
    }

    @Override
    public List<TestStep> connectionTest(Predicate<String> isSomebodys) {
        return List.of(
                new TestStep(
                        "Its settings can be used",
                        true,
                        () -> TestResult.failed(words, "Mend the setting that is named.")));
    }

    @Override
    public AccountLookup read(String server, AccountRef account) {
        return new AccountLookup.Unreachable(words);
    }

    @Override
    public ChangeResult unlock(AccountRef account, String before) {
        return notSent();
    }

    @Override
    public ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return notSent();
    }

    @Override
    public ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return notSent();
    }

    @Override
    public ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        return notSent();
    }

    @Override
    public boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        return false;
    }

    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        return false;
    }

    @Override
    public TemporaryUse use(AccountState now, String effect) {
        return TemporaryUse.UNUSED;
    }

    @Override
    public OwnRules ownRules() {
        return OwnRules.NONE;
    }

    @Override
    public void close() {
        // Nothing was opened.
    }
}
