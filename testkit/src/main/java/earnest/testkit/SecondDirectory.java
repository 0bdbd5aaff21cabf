package earnest.testkit;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ResultCode;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/**
 * Another organisation's directory: other people, who stand elsewhere and in other attributes. The
 * login is in {@code cn}, the number of the staff in {@code departmentNumber}, the mobile in {@code
 * pager}; teams are groups.
 */
public final class SecondDirectory implements AutoCloseable {
    private static final String SUFFIX = "dc=harbour,dc=example";
    private static final String SECRET = "a secret of the harbour's own";

    private final int port = Ground.freePort();
    private final Process slapd;

    /**
     * Starts it, filled.
     *
     * @param people login to staff number and mobile
     */
    public SecondDirectory(Path folder, Map<String, List<String>> people) {
        try {
            Files.createDirectories(folder.resolve("data"));
            Path conf = folder.resolve("slapd.conf");
            Files.writeString(conf, conf(folder));
            Path ldif = folder.resolve("people.ldif");
            Files.writeString(ldif, ldif(people));
            run(folder, "slapadd", "-q", "-f", conf.toString(), "-l", ldif.toString());
            slapd =
                    new ProcessBuilder("slapd", "-f", conf.toString(), "-h", url(), "-d", "0")
                            .redirectErrorStream(true)
                            .redirectOutput(folder.resolve("slapd.log").toFile())
                            .start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Eventually.waitFor("the second directory to answer", this::answers);
    }

    private static void run(Path folder, String... command) throws IOException {
        Process process =
                new ProcessBuilder(command)
                        .redirectErrorStream(true)
                        .redirectOutput(folder.resolve("fill.log").toFile())
                        .start();
        if (process.onExit().join().exitValue() != 0) {
            throw new IllegalStateException(Files.readString(folder.resolve("fill.log")));
        }
    }

    private static String conf(Path folder) {
        return """
        include /etc/ldap/schema/core.schema
        include /etc/ldap/schema/cosine.schema
        include /etc/ldap/schema/inetorgperson.schema
        modulepath /usr/lib/ldap
        moduleload back_mdb
        moduleload ppolicy
        database mdb
        suffix "@SUFFIX@"
        rootdn "cn=root,@SUFFIX@"
        rootpw "@SECRET@"
        directory @HOME@/data
        maxsize 67108864
        access to attrs=userPassword by self =xw by anonymous auth by * none
        access to * by self read by * none
        overlay ppolicy
        ppolicy_default "cn=default,@SUFFIX@"
        ppolicy_hash_cleartext
        """
                .replace("@SUFFIX@", SUFFIX)
                .replace("@SECRET@", SECRET)
                .replace("@HOME@", folder.toString());
    }

    private static String ldif(Map<String, List<String>> people) {
        StringBuilder ldif = new StringBuilder();
        ldif.append(
                """
                dn: dc=harbour,dc=example
                objectClass: dcObject
                objectClass: organization
                o: Harbour
                dc: harbour

                dn: ou=crew,dc=harbour,dc=example
                objectClass: organizationalUnit
                ou: crew

                dn: ou=teams,dc=harbour,dc=example
                objectClass: organizationalUnit
                ou: teams

                dn: cn=default,dc=harbour,dc=example
                objectClass: device
                objectClass: pwdPolicy
                cn: default
                pwdAttribute: userPassword
                pwdMustChange: TRUE
                pwdLockout: TRUE
                pwdMaxFailure: 5
                pwdMinLength: 10
                pwdCheckQuality: 2

                """);
        StringBuilder members = new StringBuilder();
        people.forEach(
                (login, more) -> {
                    ldif.append(
                            """
                            dn: cn=%1$s,ou=crew,dc=harbour,dc=example
                            objectClass: inetOrgPerson
                            cn: %1$s
                            sn: Harbourer
                            givenName: %1$s
                            displayName: %1$s Harbourer
                            departmentNumber: %2$s
                            pager: %3$s
                            userPassword: the former one %1$s

                            """
                                    .formatted(login, more.get(0), more.get(1)));
                    members.append("member: ").append(dn(login)).append('\n');
                });
        return ldif
                + "dn: cn=pilots,ou=teams,dc=harbour,dc=example\nobjectClass: groupOfNames\n"
                + "cn: pilots\n"
                + members;
    }

    public static String dn(String login) {
        return "cn=" + login + ",ou=crew," + SUFFIX;
    }

    private String url() {
        return "ldap://127.0.0.1:" + port;
    }

    private boolean answers() {
        try (LDAPConnection connection = new LDAPConnection("127.0.0.1", port)) {
            return connection.isConnected();
        } catch (LDAPException notYet) {
            return false;
        }
    }

    /** What a steward says of it. */
    public Map<String, Object> system() {
        return Map.of(
                "kind",
                "ldap",
                "name",
                "Harbour directory",
                "whoHelps",
                "the harbour master",
                "position",
                9,
                "settings",
                Map.of(
                        "servers",
                        List.of(Map.of("name", "quay", "url", url())),
                        "bindDn",
                        "cn=root," + SUFFIX,
                        "policyDn",
                        "cn=default," + SUFFIX),
                "passwordRules",
                Map.of("styles", List.of("read-aloud", "copied")),
                "credential",
                SECRET);
    }

    /** What a steward says of its people. */
    public static Map<String, Object> people(String system) {
        return Map.of(
                "system",
                system,
                "position",
                9,
                "mapping",
                Map.of(
                        "peopleBase",
                        "ou=crew," + SUFFIX,
                        "groupsBase",
                        "ou=teams," + SUFFIX,
                        "account",
                        "cn",
                        "names",
                        List.of("displayName"),
                        "given",
                        "givenName",
                        "family",
                        "sn",
                        "staffNumber",
                        "departmentNumber",
                        "facts",
                        Map.of("staff-number", "departmentNumber"),
                        "contacts",
                        Map.of("work-mobile", "pager")),
                "sameBy",
                "staff-number",
                "wholeEverySeconds",
                900,
                "changesEverySeconds",
                1,
                "believedGone",
                20);
    }

    public Entry read(String login) {
        try (LDAPConnection connection = asRoot()) {
            return connection.getEntry(dn(login), "*", "+");
        } catch (LDAPException e) {
            throw new IllegalStateException(e);
        }
    }

    private LDAPConnection asRoot() throws LDAPException {
        return new LDAPConnection("127.0.0.1", port, "cn=root," + SUFFIX, SECRET);
    }

    public ResultCode changeOwn(String login, String password, String own) {
        try (LDAPConnection connection = new LDAPConnection("127.0.0.1", port)) {
            connection.bind(dn(login), password);
            return connection
                    .modify(
                            dn(login),
                            new Modification(ModificationType.REPLACE, "userPassword", own))
                    .getResultCode();
        } catch (LDAPException e) {
            return e.getResultCode();
        }
    }

    /** What a bind with this password answers. */
    public ResultCode bind(String login, String password) {
        try (LDAPConnection connection = new LDAPConnection("127.0.0.1", port)) {
            return connection.bind(dn(login), password).getResultCode();
        } catch (LDAPException e) {
            return e.getResultCode();
        }
    }

    @Override
    public void close() {
        slapd.destroy();
        slapd.onExit().join();
    }
}
