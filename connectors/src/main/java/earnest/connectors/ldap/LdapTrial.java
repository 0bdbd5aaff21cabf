package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ModifyRequest;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.controls.AssertionRequestControl;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.Operation;
import earnest.connectors.TestResult;
import earnest.connectors.Trial;

import org.jspecify.annotations.Nullable;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;

/** The steps of a directory's test that write, on an account which is nobody's. */
final class LdapTrial {
    private static final Duration LONGEST = Duration.ofSeconds(5);
    private static final Duration PAUSE = Duration.ofMillis(100);
    private static final Duration CLOSE = Duration.ofSeconds(3);
    private static final int RANDOM = 18;
    private static final SecureRandom SECURE = new SecureRandom();

    /**
     * What a directory says of somebody that proof rests on, and a tool for passwords never writes.
     */
    private static final List<String> OTHERS = List.of("mail", "mobile", "cn", "manager");

    private final LdapServers servers;
    private final LdapSettings settings;
    private final LdapAccounts accounts;
    private final Predicate<String> isSomebodys;
    private final Clock clock;
    private final @Nullable AccountRef account;

    private @Nullable AccountState effect;
    private @Nullable Instant asked;

    LdapTrial(
            LdapServers servers,
            LdapSettings settings,
            LdapAccounts accounts,
            Predicate<String> isSomebodys,
            Clock clock) {
        this.isSomebodys = isSomebodys;
        this.servers = servers;
        this.settings = settings;
        this.accounts = accounts;
        this.clock = clock;
        String dn = settings.trialAccount();
        this.account = dn == null ? null : new AccountRef(dn, dn);
    }

    TestResult maySet() {
        if (account == null) {
            return TestResult.notTried(Trial.NOT_TRIED);
        }
        if (isPersons()) {
            return Trial.somebodys(account.place());
        }
        AccountLookup before = accounts.read(servers.names().getFirst(), account);
        if (!(before instanceof AccountLookup.Found found)) {
            return TestResult.failed(
                    before instanceof AccountLookup.Unreachable away
                            ? away.words()
                            : "there is no " + account.place(),
                    "Make that account, for nothing else, or name another in the settings.");
        }
        if (found.state().switchedOff()) {
            return TestResult.failed(account.place() + " is switched off", "Switch it on again.");
        }
        asked = clock.instant();
        byte[] password = password();
        try {
            modify(LdapChanges.temporary(password));
        } catch (LDAPException e) {
            return refused(e);
        } finally {
            Arrays.fill(password, (byte) 0);
        }
        AccountLookup after = accounts.read(servers.names().getFirst(), account);
        if (after instanceof AccountLookup.Found now
                && LdapEffects.shows(
                        Operation.SET_TEMPORARY, now.state(), found.state().mark(), asked)) {
            effect = now.state();
            return now.state().mustChange()
                    ? TestResult.good("tried on " + account.place() + ", and read back")
                    : TestResult.failed(
                            "it was set, but 'must be changed' is not shown afterwards",
                            grant("=w, and " + LdapAttributes.MUST_CHANGE + " read"));
        }
        return TestResult.failed(
                "it was taken, but is not shown afterwards",
                "Look whether the directory's password policy is on for "
                        + account.place()
                        + ", and whether Earnest may read "
                        + LdapAttributes.CHANGED
                        + ".");
    }

    /** Also where it cannot be told. */
    private boolean isPersons() {
        try {
            Entry entry =
                    servers.pool(servers.names().getFirst())
                            .getEntry(Objects.requireNonNull(account).place(), "entryUUID");
            String id = entry == null ? null : entry.getAttributeValue("entryUUID");
            return entry != null && (id == null || isSomebodys.test(id));
        } catch (LDAPException e) {
            return true;
        }
    }

    /** Nobody knows it, and it is kept nowhere. */
    private static byte[] password() {
        byte[] random = new byte[RANDOM];
        SECURE.nextBytes(random);
        byte[] password = Base64.getUrlEncoder().withoutPadding().encode(random);
        // Of each kind one, whatever a policy asks.
        password[0] = 'a';
        password[1] = 'B';
        password[2] = '7';
        password[3] = '-';
        return password;
    }

    private void modify(Modification... modifications) throws LDAPException {
        ModifyRequest request =
                new ModifyRequest(Objects.requireNonNull(account).place(), modifications);
        // Every change of Earnest's is made under a condition (RFC 4528).
        request.addControl(
                new AssertionRequestControl(Filter.createPresenceFilter("objectClass"), true));
        servers.pool(servers.names().getFirst()).modify(request);
    }

    private TestResult refused(LDAPException e) {
        ResultCode code = e.getResultCode();
        if (code == ResultCode.INSUFFICIENT_ACCESS_RIGHTS) {
            return TestResult.failed("refused: no right", grant("=xw"));
        }
        if (code == ResultCode.UNAVAILABLE_CRITICAL_EXTENSION) {
            return TestResult.failed(
                    "the directory makes no change under a condition (RFC 4528)",
                    "Let it offer the control 1.3.6.1.1.12. Without it two changes could meet"
                            + " unseen.");
        }
        return TestResult.failed(
                "refused on %s (%s)"
                        .formatted(Objects.requireNonNull(account).place(), code.getName()),
                null);
    }

    private String grant(String right) {
        return """
        Let it set passwords without reading them. In the terms of slapd:
        access to attrs=userPassword
          by dn.exact="%s" %s
        access to attrs=%s,%s
          by dn.exact="%s" write\
        """
                .formatted(
                        settings.bindDn(),
                        right,
                        LdapAttributes.MUST_CHANGE,
                        LdapAttributes.LOCKED,
                        settings.bindDn());
    }

    /** A lock that is not there is lifted: rights are looked at before that is seen. */
    TestResult mayLift() {
        if (account == null || isPersons()) {
            return TestResult.notTried(Trial.NOT_TRIED);
        }
        try {
            modify(new Modification(ModificationType.DELETE, LdapAttributes.LOCKED));
        } catch (LDAPException e) {
            if (e.getResultCode() == ResultCode.INSUFFICIENT_ACCESS_RIGHTS) {
                return TestResult.failed("refused: no right", grant("=xw"));
            }
            if (e.getResultCode() != ResultCode.NO_SUCH_ATTRIBUTE) {
                return refused(e);
            }
        }
        return TestResult.good("tried on " + account.place());
    }

    TestResult everywhere() {
        List<String> further = servers.names().subList(1, servers.names().size());
        if (further.isEmpty()) {
            return TestResult.good("there is one");
        }
        AccountState made = effect;
        if (account == null || made == null) {
            return TestResult.notTried("whether a change arrives is seen when one is made");
        }
        List<String> seen = new ArrayList<>();
        for (String server : further) {
            Instant begun = clock.instant();
            if (!arrives(server, account, made)) {
                return TestResult.failed(
                        "%s does not show the change after %d seconds"
                                .formatted(server, LONGEST.toSeconds()),
                        "Look whether it follows the first server.");
            }
            Duration took = Duration.between(begun, clock.instant());
            seen.add(
                    took.compareTo(PAUSE) < 0
                            ? server + " at once"
                            : "%s after %.1f s".formatted(server, took.toMillis() / 1_000.0));
        }
        return TestResult.good("the change came to " + String.join(" and ", seen));
    }

    private boolean arrives(String server, AccountRef ref, AccountState made) {
        Instant until = Instant.now().plus(LONGEST);
        while (Instant.now().isBefore(until)) {
            if (accounts.read(server, ref) instanceof AccountLookup.Found found
                    && LdapEffects.arrived(Operation.SET_TEMPORARY, found.state(), made.mark())) {
                return true;
            }
            try {
                Thread.sleep(PAUSE);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return false;
            }
        }
        return false;
    }

    /** What the directory wrote beside the password is of its own clock. */
    TestResult clocks() {
        AccountState made = effect;
        Instant ours = asked;
        if (made == null || made.lastSet() == null || ours == null) {
            return TestResult.notTried("seen when a change is made");
        }
        Duration apart = Duration.between(ours, made.lastSet()).abs();
        return apart.compareTo(CLOSE) <= 0
                ? TestResult.good("less than %d seconds".formatted(CLOSE.toSeconds()))
                : TestResult.note(
                        "%,d seconds".formatted(apart.toSeconds()),
                        "Let both follow the same time: what is shown of an account is compared"
                                + " with this machine's clock.");
    }

    /**
     * What else it may write: a value that is not there is taken away, which changes nothing and is
     * refused where there is no right.
     */
    List<String> mayWriteToo() {
        if (isPersons()) {
            return List.of();
        }
        List<String> may = new ArrayList<>();
        for (String attribute : OTHERS) {
            String never = "cn=never-there-" + SECURE.nextInt(Integer.MAX_VALUE);
            try {
                modify(new Modification(ModificationType.DELETE, attribute, never));
            } catch (LDAPException e) {
                if (e.getResultCode() == ResultCode.NO_SUCH_ATTRIBUTE) {
                    may.add(attribute);
                }
            }
        }
        return may.isEmpty() ? List.of() : List.of("write " + String.join(", ", may));
    }
}
