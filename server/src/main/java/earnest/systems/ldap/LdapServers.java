package earnest.systems.ldap;

import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPConnectionPool;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPURL;
import com.unboundid.ldap.sdk.SimpleBindRequest;
import com.unboundid.ldap.sdk.SingleServerSet;

import jakarta.annotation.PreDestroy;

import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Connections to each server, with deadlines; opened when first needed, few at a time. */
@Component
class LdapServers {
    private static final int CONNECT_MS = 2_000;
    private static final int ANSWER_MS = 5_000;
    private static final int MOST_CONNECTIONS = 8;

    private final Map<String, LDAPConnectionPool> pools = new LinkedHashMap<>();

    LdapServers(DirectoryProperties properties) throws LDAPException {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis(CONNECT_MS);
        options.setResponseTimeoutMillis(ANSWER_MS);
        options.setFollowReferrals(false);
        options.setAbandonOnTimeout(true);
        for (DirectoryProperties.Server server : properties.servers()) {
            LdapSecurity security = LdapSecurity.of(server);
            LDAPURL url = new LDAPURL(server.url());
            LDAPConnectionPool pool =
                    new LDAPConnectionPool(
                            new SingleServerSet(
                                    url.getHost(),
                                    url.getPort(),
                                    security.sockets(),
                                    security.verified(options),
                                    null,
                                    security.secured()),
                            new SimpleBindRequest(properties.bindDn(), properties.bindPassword()),
                            0,
                            MOST_CONNECTIONS);
            pool.setMaxWaitTimeMillis(CONNECT_MS);
            pool.setMaxConnectionAgeMillis(300_000);
            pools.put(server.name(), pool);
        }
    }

    LDAPConnectionPool pool(String server) {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is asked outside within a transaction");
        }
        LDAPConnectionPool pool = pools.get(server);
        if (pool == null) {
            throw new IllegalArgumentException("no server " + server);
        }
        return pool;
    }

    List<String> names() {
        return List.copyOf(pools.keySet());
    }

    @PreDestroy
    void close() {
        pools.values().forEach(LDAPConnectionPool::close);
    }
}
