package earnest.connectors.scim;

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

import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** A service over SCIM 2.0. The credential is a bearer token that may read and change users. */
final class ScimConnector implements Connector {
    static final int OK = 200;
    private static final int HTTPS = 443;
    private static final int HTTP = 80;
    private static final int NOT_FOUND = 404;
    private static final Duration SURELY_NOT = Duration.ofSeconds(45);
    private static final String SERVER = "service";

    private final ScimClient client;
    private final ScimSettings settings;
    private final String name;
    private final ScimChanges changes;
    private final AddressGuard guard;
    private final Clock clock;

    ScimConnector(ScimClient client, ScimSettings settings, SystemConnection connection) {
        this.client = client;
        this.settings = settings;
        this.name = connection.name();
        this.guard = connection.guard();
        this.clock = connection.clock();
        this.changes = new ScimChanges(client, settings, name, connection.whoHelps());
    }

    /** Where a user is; its place is its id. */
    static String user(AccountRef account) {
        return "/Users/"
                + URLEncoder.encode(account.place(), StandardCharsets.UTF_8).replace("+", "%20");
    }

    @Override
    public List<String> servers() {
        return List.of(SERVER);
    }

    @Override
    public List<TestStep> connectionTest(Predicate<String> isSomebodys) {
        List<TestStep> steps = new ArrayList<>(new ReachSteps(List.of(endpoint()), guard).all());
        steps.addAll(new ScimSteps(client, settings, changes, isSomebodys, clock).all());
        return steps;
    }

    private Endpoint endpoint() {
        URI url = settings.url();
        boolean tls = "https".equals(url.getScheme());
        int port = url.getPort() >= 0 ? url.getPort() : tls ? HTTPS : HTTP;
        return new Endpoint(
                "the service",
                url.getHost(),
                port,
                settings.certificate(),
                tls ? Endpoint::direct : null);
    }

    @Override
    public Optional<AccountSource> accounts() {
        return Optional.of(new ScimAccounts(client, settings, name));
    }

    @Override
    public AccountLookup read(String server, AccountRef account) {
        try {
            ScimClient.Answer answer = client.get(user(account));
            return switch (answer.status()) {
                case OK -> new AccountLookup.Found(new ScimUser(answer.body(), settings).state());
                case NOT_FOUND -> new AccountLookup.Missing();
                case 401, 403 ->
                        new AccountLookup.Unreachable(name + " does not let Earnest read accounts");
                case 429 -> new AccountLookup.Unreachable(name + " is busy");
                default -> new AccountLookup.Unreachable(name + " does not answer");
            };
        } catch (ScimClient.NotReached | ScimClient.NoAnswer e) {
            return new AccountLookup.Unreachable(name + " does not answer");
        }
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

    @Override
    public boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        return ScimEffects.shows(operation, now, before);
    }

    /** A service that is slow may do a thing long after nobody waited for its answer any more. */
    @Override
    public Duration surelyNotAfter() {
        return SURELY_NOT;
    }

    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        return ScimEffects.arrived(operation, now, effect);
    }

    @Override
    public TemporaryUse use(AccountState now, String effect) {
        return ScimEffects.use(now, effect);
    }

    /** Services do not say what they ask of passwords. */
    @Override
    public OwnRules ownRules() {
        return OwnRules.NONE;
    }

    @Override
    public void close() {
        client.close();
    }
}
