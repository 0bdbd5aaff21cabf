package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPURL;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.AddressGuard;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Endpoint;
import earnest.connectors.Operation;
import earnest.connectors.OwnRules;
import earnest.connectors.PeopleSource;
import earnest.connectors.ReachSteps;
import earnest.connectors.SystemConnection;
import earnest.connectors.TemporaryUse;
import earnest.connectors.TestStep;
import earnest.core.json.Fields;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * A directory with password policy (draft-behera-ldap-password-policy). The account it binds with
 * may write passwords without reading them, and {@code pwdReset} and {@code pwdAccountLockedTime}.
 */
class LdapConnector implements Connector {
    private final LdapServers servers;
    private final LdapSettings settings;
    private final String name;
    private final Clock clock;
    private final AddressGuard guard;
    private final LdapAccounts accounts;
    private final LdapChanges changes;

    LdapConnector(LdapServers servers, LdapSettings settings, SystemConnection connection) {
        this.servers = servers;
        this.settings = settings;
        this.name = connection.name();
        this.clock = connection.clock();
        this.guard = connection.guard();
        this.accounts = new LdapAccounts(servers, name);
        this.changes = new LdapChanges(servers, name, new LdapRefusals(connection.whoHelps()));
    }

    @Override
    public List<String> servers() {
        return servers.names();
    }

    @Override
    public Optional<PeopleSource> people(Map<String, Object> mapping) {
        return Optional.of(
                new LdapPeople(
                        servers, name, LdapMapping.read(Fields.of("mapping", mapping)), clock));
    }

    @Override
    public List<TestStep> connectionTest(Predicate<String> isSomebodys) {
        List<Endpoint> endpoints =
                settings.servers().stream().map(LdapConnector::endpoint).toList();
        List<TestStep> steps = new ArrayList<>(new ReachSteps(endpoints, guard).all());
        LdapTrial trial = new LdapTrial(servers, settings, accounts, isSomebodys, clock);
        steps.addAll(new LdapSteps(servers, settings, trial).all());
        return steps;
    }

    private static Endpoint endpoint(LdapSettings.Server server) {
        LDAPURL url = LdapServers.url(server);
        return new Endpoint(
                server.name(),
                url.getHost(),
                url.getPort(),
                server.certificate(),
                LdapSecurity.securing(server));
    }

    @Override
    public AccountLookup read(String server, AccountRef account) {
        return accounts.read(server, account);
    }

    @Override
    public ChangeResult unlock(AccountRef account, String before) {
        return changes.unlock(account, before);
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
        return LdapEffects.shows(operation, now, before, asked);
    }

    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        return LdapEffects.arrived(operation, now, effect);
    }

    @Override
    public TemporaryUse use(AccountState now, String effect) {
        return LdapEffects.use(now, effect);
    }

    /** The directory checks its own rules again; where it does not answer, none are known. */
    @Override
    public OwnRules ownRules() {
        String dn = settings.policyDn();
        if (dn == null) {
            return OwnRules.NONE;
        }
        try {
            Entry policy =
                    servers.pool(servers.names().getFirst())
                            .getEntry(dn, "pwdMinLength", "pwdInHistory");
            return policy == null
                    ? OwnRules.NONE
                    : new OwnRules(number(policy, "pwdMinLength"), number(policy, "pwdInHistory"));
        } catch (LDAPException e) {
            return OwnRules.NONE;
        }
    }

    private static int number(Entry policy, String attribute) {
        @Nullable Integer number = policy.getAttributeValueAsInteger(attribute);
        return number == null ? 0 : number;
    }

    @Override
    public void close() {
        servers.close();
    }
}
