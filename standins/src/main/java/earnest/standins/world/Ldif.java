package earnest.standins.world;

import org.jspecify.annotations.Nullable;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;

/** Writes the people as entries of a directory (RFC 2849). */
final class Ldif {
    static final String SUFFIX = "dc=brackwater,dc=example";
    private static final int DAY = 86_400;
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("uuuuMMddHHmmss'Z'").withZone(ZoneOffset.UTC);
    private static final SecureRandom SALTS = new SecureRandom();

    private final StringBuilder out = new StringBuilder();
    private final Instant now;

    private Ldif(Instant now) {
        this.now = now;
    }

    static String write(
            List<Person> people, Instant now, String earnestPassword, String replicaPassword) {
        Ldif ldif = new Ldif(now);
        ldif.tree(earnestPassword, replicaPassword);
        people.forEach(ldif::person);
        ldif.groups(people);
        return ldif.out.toString();
    }

    private void tree(String earnestPassword, String replicaPassword) {
        entry(SUFFIX, "organization", "dcObject")
                .line("o", "Brackwater Ferries")
                .line("dc", "brackwater");
        end();
        for (String unit : List.of("people", "groups", "services", "policies", "trials")) {
            entry("ou=" + unit + "," + SUFFIX, "organizationalUnit").line("ou", unit);
            end();
        }
        policy("default", "TRUE");
        policy("services", "FALSE");
        service("earnest", earnestPassword);
        service("replica", replicaPassword);
        trials();
    }

    /** An account that is nobody's, on which connections are tested. */
    private void trials() {
        entry("uid=earnest.trials,ou=trials," + SUFFIX, "inetOrgPerson")
                .line("uid", "earnest.trials")
                .line("cn", "Trials of Earnest")
                .line("sn", "Trials")
                .line("userPassword", hashed(Base64.getEncoder().encodeToString(random(18))))
                .line("pwdChangedTime", daysAgo(30));
        end();
    }

    private void policy(String name, String lockout) {
        entry("cn=" + name + ",ou=policies," + SUFFIX, "device", "pwdPolicy")
                .line("cn", name)
                .line("pwdAttribute", "userPassword")
                .line("pwdLockout", lockout)
                .line("pwdMaxFailure", "5")
                .line("pwdFailureCountInterval", "1800")
                .line("pwdInHistory", "5")
                .line("pwdMinLength", "10")
                .line("pwdCheckQuality", "2")
                .line("pwdMustChange", "TRUE")
                .line("pwdSafeModify", "FALSE");
        end();
    }

    private void service(String name, String password) {
        entry("cn=" + name + ",ou=services," + SUFFIX, "applicationProcess", "simpleSecurityObject")
                .line("cn", name)
                .line("userPassword", hashed(password))
                .line("pwdPolicySubentry", "cn=services,ou=policies," + SUFFIX);
        end();
    }

    private void person(Person p) {
        entry(dn(p.account()), "inetOrgPerson", "brackwaterPerson")
                .line(
                        "entryUUID",
                        UUID.nameUUIDFromBytes(p.account().getBytes(StandardCharsets.UTF_8))
                                .toString())
                .line("uid", p.account())
                .line("cn", p.name())
                .line("sn", p.family())
                .line("givenName", p.given())
                .line("displayName", p.name())
                .line("employeeNumber", p.staffNumber())
                .line("title", p.title())
                .line("bwVessel", p.vessel())
                .line("bwPort", p.port())
                .line("bwJoined", p.joined())
                .line("bwLocker", p.locker())
                .line("preferredLanguage", p.speaks())
                .line("mobile", p.mobile())
                .line("telephoneNumber", p.desk())
                .line("mail", p.workMail())
                .line("bwOwnMail", p.ownMail())
                .line("manager", p.manager() == null ? null : dn(p.manager()))
                .line("bwDeputy", p.away() == null ? null : dn(p.away().deputy()))
                .line("bwAwayUntil", p.away() == null ? null : daysAgo(-p.away().days()))
                .line("userPassword", hashed(Base64.getEncoder().encodeToString(random(18))));
        state(p);
        end();
    }

    private void state(Person p) {
        int changedDays = p.state() == Person.State.LONG_AWAY ? 171 : 40 + p.account().length();
        line("pwdChangedTime", daysAgo(changedDays));
        switch (p.state()) {
            case OPEN, LONG_AWAY -> {}
            case LOCKED -> line("pwdAccountLockedTime", TIME.format(now.minusSeconds(1_500)));
            case VALIDITY_OVER -> line("pwdEndTime", daysAgo(22));
            case SWITCHED_OFF -> line("pwdAccountLockedTime", "000001010000Z");
        }
    }

    private void groups(List<Person> people) {
        Map<String, StringBuilder> members = new TreeMap<>();
        for (Person p : people) {
            for (String group : p.groups()) {
                members.computeIfAbsent(group, g -> new StringBuilder())
                        .append("member: ")
                        .append(dn(p.account()))
                        .append('\n');
            }
        }
        members.forEach(
                (name, lines) -> {
                    entry("cn=" + name + ",ou=groups," + SUFFIX, "groupOfNames").line("cn", name);
                    out.append(lines);
                    end();
                });
    }

    static String dn(String account) {
        return "uid=" + account + ",ou=people," + SUFFIX;
    }

    private Ldif entry(String dn, String... classes) {
        out.append("dn: ").append(dn).append('\n');
        for (String type : classes) {
            line("objectClass", type);
        }
        return this;
    }

    private Ldif line(String name, @Nullable String value) {
        if (value == null) {
            return this;
        }
        boolean plain = value.chars().allMatch(c -> c >= ' ' && c < 127) && !value.startsWith(" ");
        if (plain) {
            out.append(name).append(": ").append(value).append('\n');
        } else {
            byte[] bytes = value.getBytes(StandardCharsets.UTF_8);
            out.append(name)
                    .append(":: ")
                    .append(Base64.getEncoder().encodeToString(bytes))
                    .append('\n');
        }
        return this;
    }

    private void end() {
        out.append('\n');
    }

    private String daysAgo(int days) {
        return TIME.format(now.minusSeconds((long) days * DAY));
    }

    private static byte[] random(int bytes) {
        byte[] random = new byte[bytes];
        SALTS.nextBytes(random);
        return random;
    }

    private static String hashed(String password) {
        try {
            byte[] salt = random(8);
            MessageDigest digest = MessageDigest.getInstance("SHA-1");
            digest.update(password.getBytes(StandardCharsets.UTF_8));
            digest.update(salt);
            byte[] hash = digest.digest();
            byte[] both = Arrays.copyOf(hash, hash.length + salt.length);
            System.arraycopy(salt, 0, both, hash.length, salt.length);
            return "{SSHA}" + Base64.getEncoder().encodeToString(both);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
