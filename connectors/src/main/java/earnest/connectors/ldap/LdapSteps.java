package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnectionPool;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPSearchException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.RootDSE;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchScope;

import earnest.connectors.TestResult;
import earnest.connectors.TestStep;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** The steps of a directory's test that read; {@link LdapTrial} has those that write. */
final class LdapSteps {
    private static final int MOST = 1_000;
    private static final int SECONDS = 5;

    private final LdapServers servers;
    private final LdapSettings settings;
    private final LdapTrial trial;

    /** Some account that was seen, or null. */
    private @Nullable String example;

    LdapSteps(LdapServers servers, LdapSettings settings, LdapTrial trial) {
        this.servers = servers;
        this.settings = settings;
        this.trial = trial;
    }

    List<TestStep> all() {
        return List.of(
                new TestStep("Signs in", true, this::signsIn),
                new TestStep("May read accounts", true, this::mayRead),
                new TestStep("May read locks and times", false, this::mayReadState),
                new TestStep("May set a password", false, trial::maySet),
                new TestStep("May lift a lock", false, trial::mayLift),
                new TestStep("The same on every server", false, trial::everywhere),
                new TestStep("How far the clocks differ", false, trial::clocks),
                new TestStep("Has it more than it needs", false, this::more));
    }

    private LDAPConnectionPool first() {
        return servers.pool(servers.names().getFirst());
    }

    private TestResult signsIn() {
        for (String server : servers.names()) {
            try {
                servers.pool(server).getRootDSE();
            } catch (LDAPException e) {
                return notIn(server, e);
            }
        }
        return TestResult.good(
                "as %s, on %s".formatted(settings.bindDn(), String.join(" and ", servers.names())));
    }

    private TestResult notIn(String server, LDAPException e) {
        if (e.getResultCode() == ResultCode.INVALID_CREDENTIALS) {
            return TestResult.failed(
                    "%s does not take this credential for %s".formatted(server, settings.bindDn()),
                    "Give the credential anew; it is the password of that entry.");
        }
        return TestResult.failed(
                "%s does not let it in (%s)".formatted(server, e.getResultCode().getName()), null);
    }

    private TestResult mayRead() {
        List<String> seen = new ArrayList<>();
        try {
            for (String base : bases()) {
                seen.add(count(base));
            }
        } catch (LDAPException e) {
            return TestResult.failed(
                    "looking for people is refused (%s)".formatted(e.getResultCode().getName()),
                    mayRead("entry,cn,uid,objectClass"));
        }
        if (example == null) {
            return TestResult.failed(
                    "no person is to be seen", mayRead("entry,cn,uid,objectClass"));
        }
        return TestResult.good(String.join(", ", seen));
    }

    private List<String> bases() throws LDAPException {
        RootDSE root = first().getRootDSE();
        String[] contexts = root == null ? null : root.getNamingContextDNs();
        return contexts == null ? List.of("") : List.of(contexts);
    }

    private String count(String base) throws LDAPException {
        int seen;
        boolean all = true;
        try {
            SearchRequest request = people(base, "1.1");
            var entries = first().search(request).getSearchEntries();
            seen = entries.size();
            example = entries.isEmpty() ? example : entries.getFirst().getDN();
        } catch (LDAPSearchException e) {
            if (e.getResultCode() != ResultCode.SIZE_LIMIT_EXCEEDED) {
                throw e;
            }
            seen = e.getEntryCount();
            all = false;
            var entries = e.getSearchEntries();
            example = entries == null || entries.isEmpty() ? example : entries.getFirst().getDN();
        }
        return "%s%,d under %s".formatted(all ? "" : "more than ", seen, base);
    }

    private static SearchRequest people(String base, String... attributes) {
        SearchRequest request =
                new SearchRequest(
                        base,
                        SearchScope.SUB,
                        Filter.createEqualityFilter("objectClass", "person"),
                        attributes);
        request.setSizeLimit(MOST);
        request.setTimeLimitSeconds(SECONDS);
        return request;
    }

    /** An entry that was never given a password shows no time: one that was is looked for. */
    private TestResult mayReadState() {
        try {
            for (String base : bases()) {
                SearchRequest request =
                        new SearchRequest(
                                base,
                                SearchScope.SUB,
                                Filter.createPresenceFilter(LdapAttributes.CHANGED),
                                LdapAttributes.CHANGED);
                request.setSizeLimit(1);
                request.setTimeLimitSeconds(SECONDS);
                if (sees(request)) {
                    return TestResult.good("when a password was set is shown");
                }
            }
        } catch (LDAPException e) {
            return TestResult.failed(e.getResultCode().getName(), mayReadTimes());
        }
        return TestResult.failed("no account shows when its password was set", mayReadTimes());
    }

    private boolean sees(SearchRequest request) throws LDAPException {
        try {
            return first().search(request).getEntryCount() > 0;
        } catch (LDAPSearchException e) {
            if (e.getResultCode() == ResultCode.SIZE_LIMIT_EXCEEDED) {
                return true;
            }
            throw e;
        }
    }

    private String mayReadTimes() {
        return mayRead(
                String.join(
                        ",",
                        LdapAttributes.CHANGED,
                        LdapAttributes.LOCKED,
                        LdapAttributes.MUST_CHANGE));
    }

    private String mayRead(String attributes) {
        return "Let it read them. In the terms of slapd:\naccess to attrs=%s\n  by dn.exact=\"%s\" read"
                .formatted(attributes, settings.bindDn());
    }

    /** What stands in a password must be shown to nobody; and contacts are proof of who it is. */
    private TestResult more() {
        List<String> more = new ArrayList<>();
        String dn = settings.trialAccount() == null ? example : settings.trialAccount();
        try {
            Entry entry =
                    first().getEntry(Objects.requireNonNull(dn), "userPassword", "pwdHistory");
            if (entry != null && !entry.getAttributes().isEmpty()) {
                more.add("read what stands for passwords");
            }
        } catch (LDAPException e) {
            return TestResult.notTried(e.getResultCode().getName());
        }
        if (settings.trialAccount() == null) {
            return more.isEmpty()
                    ? TestResult.notTried(
                            "it cannot read passwords; whether it may write more is tried on an"
                                    + " account for trials")
                    : has(more);
        }
        more.addAll(trial.mayWriteToo());
        return more.isEmpty() ? TestResult.good("nothing that can be seen") : has(more);
    }

    private TestResult has(List<String> more) {
        return TestResult.note(
                "it may " + String.join(", and ", more),
                "Take these rights from %s: Earnest needs none of them, and whoever breaks into it"
                                .formatted(settings.bindDn())
                        + " would have them.");
    }
}
