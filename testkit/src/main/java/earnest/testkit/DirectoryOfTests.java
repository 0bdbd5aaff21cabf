package earnest.testkit;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldif.LDIFException;
import com.unboundid.ldif.LDIFReader;

import java.util.Arrays;
import java.util.stream.Stream;

/** The directory as its people and its administrators meet it. */
public final class DirectoryOfTests {
    private static final String SUFFIX = "dc=brackwater,dc=example";
    private final Ground ground;

    public DirectoryOfTests(Ground ground) {
        this.ground = ground;
    }

    public static String dn(String account) {
        return "uid=" + account + ",ou=people," + SUFFIX;
    }

    private LDAPConnection connect(String server) throws LDAPException {
        return new LDAPConnection("127.0.0.1", ground.port(server));
    }

    /** Reads as Earnest's own account; {@code server} is {@code LDAP} or {@code REPLICA}. */
    public Entry read(String server, String account) {
        try (LDAPConnection connection = asEarnest(server)) {
            return connection.getEntry(dn(account), "*", "+");
        } catch (LDAPException e) {
            throw new IllegalStateException(e);
        }
    }

    private LDAPConnection asEarnest(String server) throws LDAPException {
        LDAPConnection connection = connect(server);
        connection.bind("cn=earnest,ou=services," + SUFFIX, ground.secret("ldap-earnest"));
        return connection;
    }

    /** What a bind with this password answers. */
    public ResultCode bind(String account, String password) {
        try (LDAPConnection connection = connect("LDAP")) {
            return connection.bind(dn(account), password).getResultCode();
        } catch (LDAPException e) {
            return e.getResultCode();
        }
    }

    /** What reading the own entry answers after a bind, before the password was changed. */
    public ResultCode readOwnEntry(String account, String password) {
        try (LDAPConnection connection = connect("LDAP")) {
            connection.bind(dn(account), password);
            return connection.getEntry(dn(account)) == null
                    ? ResultCode.NO_SUCH_OBJECT
                    : ResultCode.SUCCESS;
        } catch (LDAPException e) {
            return e.getResultCode();
        }
    }

    public ResultCode changeOwn(String account, String password, String own) {
        try (LDAPConnection connection = connect("LDAP")) {
            connection.bind(dn(account), password);
            return connection
                    .modify(
                            dn(account),
                            new Modification(ModificationType.REPLACE, "userPassword", own))
                    .getResultCode();
        } catch (LDAPException e) {
            return e.getResultCode();
        }
    }

    /** Locks by wrong passwords, as an impatient person or an attacker does. */
    public void lock(String server, String account) {
        for (int i = 0; i < 6; i++) {
            try (LDAPConnection connection = connect(server)) {
                connection.bind(dn(account), "certainly wrong " + i);
            } catch (LDAPException expected) {
                if (expected.getResultCode() != ResultCode.INVALID_CREDENTIALS) {
                    throw new IllegalStateException(expected);
                }
            }
        }
    }

    public boolean locked(String server, String account) {
        return read(server, account).hasAttribute("pwdAccountLockedTime");
    }

    /** Changes entries as the directory's own administrator does. */
    public void administer(String... ldifLines) {
        try (LDAPConnection connection = connect("LDAP")) {
            connection.bind("cn=root," + SUFFIX, ground.secret("ldap-root"));
            LDIFReader.decodeChangeRecord(ldifLines).processChange(connection);
        } catch (LDAPException | LDIFException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Changes somebody's entry, by the lines of LDIF that say what. */
    public void modify(String account, String... lines) {
        administer(
                Stream.of(
                                Stream.of("dn: " + dn(account), "changetype: modify"),
                                Arrays.stream(lines),
                                Stream.of("-"))
                        .flatMap(all -> all)
                        .toArray(String[]::new));
    }

    /** Makes somebody a member of a group. */
    public void join(String group, String account) {
        member(group, "add", account);
    }

    public void leave(String group, String account) {
        member(group, "delete", account);
    }

    private void member(String group, String what, String account) {
        administer(
                "dn: cn=" + group + ",ou=groups," + SUFFIX,
                "changetype: modify",
                what + ": member",
                "member: " + dn(account));
    }

    /** Switches an account off or on, as an administrator does. */
    public void switchOff(String account, boolean off) {
        try (LDAPConnection connection = asEarnest("LDAP")) {
            connection.modify(
                    dn(account),
                    off
                            ? new Modification(
                                    ModificationType.REPLACE,
                                    "pwdAccountLockedTime",
                                    "000001010000Z")
                            : new Modification(ModificationType.REPLACE, "pwdAccountLockedTime"));
        } catch (LDAPException e) {
            throw new IllegalStateException(e);
        }
    }
}
