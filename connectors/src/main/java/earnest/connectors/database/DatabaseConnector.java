package earnest.connectors.database;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountSource;
import earnest.connectors.AccountState;
import earnest.connectors.AddressGuard;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Endpoint;
import earnest.connectors.Operation;
import earnest.connectors.OwnRules;
import earnest.connectors.ReachSteps;
import earnest.connectors.SystemConnection;
import earnest.connectors.TemporaryUse;
import earnest.connectors.TestStep;
import earnest.core.passwords.Secret;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * A MariaDB server whose accounts people sign in with. The account it signs in as may read {@code
 * mysql.*}, hold its tables, and change users.
 */
final class DatabaseConnector implements Connector {
    private final DatabaseServers servers;
    private final DatabaseSettings settings;
    private final DatabaseAccounts accounts;
    private final DatabaseChanges changes;
    private final AddressGuard guard;
    private final Clock clock;

    DatabaseConnector(
            DatabaseServers servers, DatabaseSettings settings, SystemConnection connection) {
        this.servers = servers;
        this.settings = settings;
        this.guard = connection.guard();
        this.clock = connection.clock();
        this.accounts =
                new DatabaseAccounts(servers, settings, connection.marks(), connection.name());
        this.changes =
                new DatabaseChanges(
                        servers,
                        settings,
                        connection.marks(),
                        connection.name(),
                        connection.whoHelps());
    }

    @Override
    public List<String> servers() {
        return servers.names();
    }

    @Override
    public List<TestStep> connectionTest(Predicate<String> isSomebodys) {
        List<Endpoint> endpoints =
                settings.servers().stream()
                        .map(
                                server ->
                                        new Endpoint(
                                                server.name(),
                                                server.host(),
                                                server.port(),
                                                server.certificate(),
                                                server.secured() ? Greeting::shown : null))
                        .toList();
        List<TestStep> steps = new ArrayList<>(new ReachSteps(endpoints, guard).all());
        DatabaseTrial trial = new DatabaseTrial(servers, settings, accounts, changes, isSomebodys);
        steps.addAll(new DatabaseSteps(servers, settings, trial, clock).all());
        return steps;
    }

    @Override
    public Optional<AccountSource> accounts() {
        return Optional.of(accounts);
    }

    @Override
    public AccountLookup read(String server, AccountRef account) {
        return accounts.read(server, account);
    }

    @Override
    public ChangeResult unlock(AccountRef account, String before) {
        return changes.unlock(account);
    }

    @Override
    public ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return changes.setTemporary(account, password, before);
    }

    @Override
    public ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return changes.setOwn(account, password, before);
    }

    @Override
    public ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        return changes.replaceUnused(account, password, effect);
    }

    /**
     * Who is blocked after wrong passwords ({@code max_password_errors}) is in its memory alone.
     */
    @Override
    public boolean hidesLocks() {
        return true;
    }

    @Override
    public boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        return DatabaseEffects.shows(operation, now, before);
    }

    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        return DatabaseEffects.arrived(operation, now, effect);
    }

    @Override
    public TemporaryUse use(AccountState now, String effect) {
        return DatabaseEffects.use(now, effect);
    }

    /** Of the one of its checks that says what it asks for. */
    @Override
    public OwnRules ownRules() {
        try (Connection connection = servers.first();
                Statement statement = connection.createStatement();
                ResultSet row =
                        statement.executeQuery(
                                "show global variables like"
                                        + " 'simple_password_check_minimal_length'")) {
            return row.next() ? new OwnRules(row.getInt(2), 0) : OwnRules.NONE;
        } catch (SQLException e) {
            return OwnRules.NONE;
        }
    }

    @Override
    public void close() {
        servers.close();
    }
}
