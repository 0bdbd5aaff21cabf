package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPConnectionPool;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPURL;
import com.unboundid.ldap.sdk.PasswordProvider;
import com.unboundid.ldap.sdk.SimpleBindRequest;
import com.unboundid.ldap.sdk.SingleServerSet;

import earnest.connectors.AddressGuard;
import earnest.core.json.BadField;
import earnest.core.passwords.Secret;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Connections to each server, with deadlines; opened when first needed, few at a time. */
class LdapServers implements AutoCloseable {
    private static final int CONNECT_MS = 2_000;
    private static final int ANSWER_MS = 5_000;
    private static final int MOST_CONNECTIONS = 8;

    private final Map<String, LDAPConnectionPool> pools = new LinkedHashMap<>();
    private final Password password;

    LdapServers(LdapSettings settings, Secret credential, AddressGuard guard) {
        this.password = new Password(credential);
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis(CONNECT_MS);
        options.setResponseTimeoutMillis(ANSWER_MS);
        options.setFollowReferrals(false);
        options.setNameResolver(new Addresses(guard::resolve));
        options.setAbandonOnTimeout(true);
        for (LdapSettings.Server server : settings.servers()) {
            pools.put(server.name(), pool(server, settings.bindDn(), options));
        }
    }

    private LDAPConnectionPool pool(
            LdapSettings.Server server, String bindDn, LDAPConnectionOptions options) {
        LdapSecurity security = LdapSecurity.of(server);
        LDAPURL url = url(server);
        try {
            LDAPConnectionPool pool =
                    new LDAPConnectionPool(
                            new SingleServerSet(
                                    url.getHost(),
                                    url.getPort(),
                                    security.sockets(),
                                    security.verified(options),
                                    null,
                                    security.secured()),
                            new SimpleBindRequest(bindDn, password),
                            0,
                            MOST_CONNECTIONS);
            pool.setMaxWaitTimeMillis(CONNECT_MS);
            pool.setMaxConnectionAgeMillis(300_000);
            return pool;
        } catch (LDAPException e) {
            throw new IllegalStateException("a pool without connections could not be made", e);
        }
    }

    LDAPConnectionPool pool(String server) {
        LDAPConnectionPool pool = pools.get(server);
        if (pool == null) {
            throw new IllegalArgumentException("no server " + server);
        }
        return pool;
    }

    List<String> names() {
        return List.copyOf(pools.keySet());
    }

    @Override
    public void close() {
        pools.values().forEach(LDAPConnectionPool::close);
        password.forget();
    }

    static LDAPURL url(LdapSettings.Server server) {
        try {
            return new LDAPURL(server.url());
        } catch (LDAPException e) {
            throw new BadField("settings.servers", server.url() + " is no address of a directory");
        }
    }

    /** Gives the password to each bind, and nobody else; the library wipes what it is given. */
    private static final class Password extends PasswordProvider {
        private static final long serialVersionUID = 1L;
        private final transient Secret secret;

        Password(Secret secret) {
            this.secret = secret.copy();
        }

        @Override
        public byte[] getPasswordBytes() {
            return secret.open(LdapChanges::utf8);
        }

        void forget() {
            secret.wipe();
        }
    }
}
