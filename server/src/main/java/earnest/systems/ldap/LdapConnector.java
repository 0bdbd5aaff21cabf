package earnest.systems.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionPool;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ModifyRequest;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.controls.AssertionRequestControl;

import earnest.core.passwords.CharacterClass;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.systems.AccountRef;
import earnest.systems.AccountState;
import earnest.systems.Action;
import earnest.systems.Asked;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Way;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A directory with password policy (draft-behera-ldap-password-policy). The account it binds with
 * may write passwords without reading them, and {@code pwdReset} and {@code pwdAccountLockedTime}.
 */
@Component
class LdapConnector implements Connector {
    private static final String SWITCHED_OFF = "000001010000Z";
    private static final String LOCKED = "pwdAccountLockedTime";
    private static final String CHANGED = "pwdChangedTime";
    private static final String MUST_CHANGE = "pwdReset";
    private static final String MODIFIER = "modifiersName";
    private static final String[] READ = {
        LOCKED,
        CHANGED,
        MUST_CHANGE,
        "pwdStartTime",
        "pwdEndTime",
        "pwdLastSuccess",
        "entryCSN",
        MODIFIER
    };

    private final LdapServers servers;
    private final DirectoryProperties properties;
    private final LdapRefusals refusals;

    LdapConnector(LdapServers servers, DirectoryProperties properties) {
        this.servers = servers;
        this.properties = properties;
        this.refusals = new LdapRefusals(properties.whoHelps());
    }

    @Override
    public String system() {
        return properties.id();
    }

    @Override
    public String name() {
        return properties.name();
    }

    @Override
    public List<String> servers() {
        return servers.names();
    }

    @Override
    public List<String> followers() {
        return properties.followers();
    }

    @Override
    public String whoHelps() {
        return properties.whoHelps();
    }

    @Override
    public Looked look(String server, AccountRef account) {
        try {
            return read(server, account);
        } catch (LDAPException first) {
            if (!first.getResultCode().isConnectionUsable()) {
                // The connection may have been an old one; a new one tells.
                try {
                    return read(server, account);
                } catch (LDAPException second) {
                    return away(server, second);
                }
            }
            return away(server, first);
        }
    }

    private Looked away(String server, LDAPException e) {
        return new Looked.Away(
                "%s %s does not answer (%s)"
                        .formatted(properties.name(), server, e.getResultCode().getName()));
    }

    private Looked read(String server, AccountRef account) throws LDAPException {
        try {
            Entry entry = servers.pool(server).getEntry(account.place(), READ);
            return entry == null ? new Looked.None() : new Looked.There(state(entry));
        } catch (LDAPException e) {
            if (e.getResultCode() == ResultCode.NO_SUCH_OBJECT) {
                return new Looked.None();
            }
            throw e;
        }
    }

    private static AccountState state(Entry entry) {
        String locked = entry.getAttributeValue(LOCKED);
        boolean off = SWITCHED_OFF.equals(locked);
        return new AccountState(
                off ? null : LdapTime.parse(locked),
                off,
                "TRUE".equals(entry.getAttributeValue(MUST_CHANGE)),
                LdapTime.parse(entry.getAttributeValue(CHANGED)),
                LdapTime.parse(entry.getAttributeValue("pwdStartTime")),
                LdapTime.parse(entry.getAttributeValue("pwdEndTime")),
                LdapTime.parse(entry.getAttributeValue("pwdLastSuccess")),
                entry.getDN().equalsIgnoreCase(entry.getAttributeValue(MODIFIER)),
                Objects.requireNonNullElse(entry.getAttributeValue("entryCSN"), ""));
    }

    @Override
    public Asked unlock(AccountRef account, AccountState before) {
        // Where only a replica is locked there is nothing to delete; a replacement by nothing makes
        // the provider send the entry again, which clears the replica's own lock.
        Modification lift =
                new Modification(
                        before.lockedSince() == null
                                ? ModificationType.REPLACE
                                : ModificationType.DELETE,
                        LOCKED);
        return send(account, notSwitchedOff(), lift);
    }

    @Override
    public Asked setTemporary(AccountRef account, Secret password, AccountState before) {
        Filter unchanged =
                before.lastSet() == null
                        ? Filter.createNOTFilter(Filter.createPresenceFilter(CHANGED))
                        : Filter.createEqualityFilter(CHANGED, LdapTime.write(before.lastSet()));
        return set(account, password, Filter.createANDFilter(notSwitchedOff(), unchanged));
    }

    @Override
    public Asked replaceUnused(AccountRef account, Secret password, Instant setAt) {
        // Whoever but the owner takes 'must change' away leaves the password in force; and the
        // directory's seconds do not tell an own password that was chosen within the same one.
        Filter unused =
                Filter.createANDFilter(
                        notSwitchedOff(),
                        Filter.createEqualityFilter(CHANGED, LdapTime.write(setAt)),
                        Filter.createORFilter(
                                Filter.createEqualityFilter(MUST_CHANGE, "TRUE"),
                                Filter.createNOTFilter(
                                        Filter.createEqualityFilter(MODIFIER, account.place()))));
        return set(account, password, unused);
    }

    private static Filter notSwitchedOff() {
        return Filter.createNOTFilter(Filter.createEqualityFilter(LOCKED, SWITCHED_OFF));
    }

    private Asked set(AccountRef account, Secret password, Filter condition) {
        return password.open(
                characters -> {
                    byte[] bytes = utf8(characters);
                    try {
                        return send(
                                account,
                                condition,
                                new Modification(ModificationType.REPLACE, "userPassword", bytes),
                                new Modification(ModificationType.REPLACE, MUST_CHANGE, "TRUE"));
                    } finally {
                        Arrays.fill(bytes, (byte) 0);
                    }
                });
    }

    private static byte[] utf8(char[] characters) {
        ByteBuffer encoded = StandardCharsets.UTF_8.encode(CharBuffer.wrap(characters));
        byte[] bytes = new byte[encoded.remaining()];
        encoded.get(bytes);
        Arrays.fill(encoded.array(), (byte) 0);
        return bytes;
    }

    /** One modify; it is never sent twice. */
    private Asked send(AccountRef account, Filter condition, Modification... modifications) {
        LDAPConnectionPool pool = servers.pool(servers.names().getFirst());
        LDAPConnection connection;
        try {
            connection = usable(pool, account);
        } catch (LDAPException e) {
            return new Asked.NotSent(
                    "%s cannot be reached. Nothing was changed; try again in a minute."
                            .formatted(properties.name()));
        }
        try {
            ModifyRequest request = new ModifyRequest(account.place(), modifications);
            request.addControl(new AssertionRequestControl(condition, true));
            connection.modify(request);
            pool.releaseConnection(connection);
            return new Asked.TookEffect();
        } catch (LDAPException e) {
            if (refusals.answered(e)) {
                // An answer came, so the server did nothing; it may close the connection all the
                // same.
                if (e.getResultCode().isConnectionUsable()) {
                    pool.releaseConnection(connection);
                } else {
                    pool.releaseDefunctConnection(connection);
                }
                return refusals.of(e);
            }
            pool.releaseDefunctConnection(connection);
            return new Asked.NoAnswer(
                    "%s gave no answer; it is being read back.".formatted(properties.name()));
        }
    }

    /** A connection on which something just came back, so that a write does not meet a dead one. */
    private static LDAPConnection usable(LDAPConnectionPool pool, AccountRef account)
            throws LDAPException {
        LDAPConnection connection = pool.getConnection();
        try {
            connection.getEntry(account.place(), "1.1");
            return connection;
        } catch (LDAPException stale) {
            pool.releaseDefunctConnection(connection);
            LDAPConnection fresh = pool.getConnection();
            try {
                fresh.getEntry(account.place(), "1.1");
                return fresh;
            } catch (LDAPException e) {
                pool.releaseDefunctConnection(fresh);
                throw e;
            }
        }
    }

    @Override
    public boolean shows(Action action, AccountState now, AccountState before, Instant asked) {
        boolean later = now.version().compareTo(before.version()) > 0;
        // Times of the directory are whole seconds, and of its own clock.
        Instant earliest = asked.truncatedTo(ChronoUnit.SECONDS).minusSeconds(2);
        return switch (action) {
            case UNLOCK ->
                    // Where only a replica was locked, the provider shows it by a later version
                    // alone.
                    now.lockedSince() == null
                                    && !now.switchedOff()
                                    && (before.lockedSince() != null || later)
                            || later
                                    && now.lockedSince() != null
                                    && !now.lockedSince().isBefore(asked);
            case TEMPORARY_PASSWORD, EXPIRY ->
                    later && now.lastSet() != null && !now.lastSet().isBefore(earliest);
        };
    }

    @Override
    public Policy policy() {
        DirectoryProperties.Password wanted = properties.password();
        Map<CharacterClass, Integer> atLeast = new EnumMap<>(CharacterClass.class);
        wanted.atLeast()
                .forEach(
                        (type, number) ->
                                atLeast.put(
                                        CharacterClass.valueOf(type.toUpperCase(Locale.ROOT)),
                                        number));
        return new Policy(
                Math.max(wanted.minLength(), directoryMinLength()),
                wanted.maxLength(),
                wanted.allowed() == null
                        ? null
                        : wanted.allowed().codePoints().boxed().collect(Collectors.toSet()),
                atLeast,
                wanted.classesAtLeast(),
                wanted.maxRun(),
                Set.copyOf(wanted.forbiddenWords()),
                wanted.blocklist(),
                wanted.minBits());
    }

    @Override
    public Set<Way> ways() {
        return properties.password().ways().stream()
                .map(Way::of)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Way.class)));
    }

    @Override
    public int remembers() {
        return ofOwnPolicy("pwdInHistory");
    }

    private int directoryMinLength() {
        return ofOwnPolicy("pwdMinLength");
    }

    /** What the directory's own policy asks; 0 where it does not say or does not answer. */
    private int ofOwnPolicy(String attribute) {
        String dn = properties.policyDn();
        if (dn == null) {
            return 0;
        }
        try {
            Entry policy = servers.pool(servers.names().getFirst()).getEntry(dn, attribute);
            @Nullable Integer number =
                    policy == null ? null : policy.getAttributeValueAsInteger(attribute);
            return number == null ? 0 : number;
        } catch (LDAPException e) {
            // The directory checks its own rules again; a password of the configured ones is tried.
            return 0;
        }
    }
}
