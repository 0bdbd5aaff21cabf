package earnest.connectors.ldap;

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

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.OwnRules;
import earnest.connectors.PeopleSource;
import earnest.connectors.SystemConnection;
import earnest.connectors.TemporaryUse;
import earnest.core.json.Fields;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * A directory with password policy (draft-behera-ldap-password-policy). The account it binds with
 * may write passwords without reading them, and {@code pwdReset} and {@code pwdAccountLockedTime}.
 */
class LdapConnector implements Connector {
    private static final String SWITCHED_OFF = "000001010000Z";
    private static final String LOCKED = "pwdAccountLockedTime";
    private static final String CHANGED = "pwdChangedTime";
    private static final String MUST_CHANGE = "pwdReset";
    private static final String MODIFIER = "modifiersName";
    private static final Duration QUICK = Duration.ofSeconds(5);
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
    private final LdapSettings settings;
    private final String name;
    private final Clock clock;
    private final LdapRefusals refusals;

    LdapConnector(LdapServers servers, LdapSettings settings, SystemConnection connection) {
        this.servers = servers;
        this.settings = settings;
        this.name = connection.name();
        this.clock = connection.clock();
        this.refusals = new LdapRefusals(connection.whoHelps());
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
    public AccountLookup read(String server, AccountRef account) {
        try {
            return entry(server, account);
        } catch (LDAPException first) {
            if (!first.getResultCode().isConnectionUsable()) {
                // The connection may have been an old one; a new one tells.
                try {
                    return entry(server, account);
                } catch (LDAPException second) {
                    return away(server, second);
                }
            }
            return away(server, first);
        }
    }

    private AccountLookup away(String server, LDAPException e) {
        return new AccountLookup.Unreachable(
                "%s %s does not answer (%s)".formatted(name, server, e.getResultCode().getName()));
    }

    private AccountLookup entry(String server, AccountRef account) throws LDAPException {
        try {
            Entry entry = servers.pool(server).getEntry(account.place(), READ);
            return entry == null
                    ? new AccountLookup.Missing()
                    : new AccountLookup.Found(state(entry));
        } catch (LDAPException e) {
            if (e.getResultCode() == ResultCode.NO_SUCH_OBJECT) {
                return new AccountLookup.Missing();
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
                new LdapMark(
                                off ? null : LdapTime.parse(locked),
                                LdapTime.parse(entry.getAttributeValue(CHANGED)),
                                Objects.requireNonNullElse(entry.getAttributeValue("entryCSN"), ""),
                                entry.getDN().equalsIgnoreCase(entry.getAttributeValue(MODIFIER)))
                        .text());
    }

    @Override
    public ChangeResult unlock(AccountRef account, String before) {
        // Where only a replica is locked there is nothing to delete; a replacement by nothing makes
        // the provider send the entry again, which clears the replica's own lock.
        Modification lift =
                new Modification(
                        LdapMark.read(before).lockedSince() == null
                                ? ModificationType.REPLACE
                                : ModificationType.DELETE,
                        LOCKED);
        return send(account, notSwitchedOff(), lift);
    }

    @Override
    public ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        Instant lastSet = LdapMark.read(before).lastSet();
        Filter unchanged =
                lastSet == null
                        ? Filter.createNOTFilter(Filter.createPresenceFilter(CHANGED))
                        : Filter.createEqualityFilter(CHANGED, LdapTime.write(lastSet));
        return set(account, password, Filter.createANDFilter(notSwitchedOff(), unchanged));
    }

    @Override
    public ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        Instant setAt = LdapMark.read(effect).lastSet();
        if (setAt == null) {
            return new ChangeResult.Refused("It is not known when the password was set.");
        }
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

    private ChangeResult set(AccountRef account, Secret password, Filter condition) {
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

    static byte[] utf8(char[] characters) {
        ByteBuffer encoded = StandardCharsets.UTF_8.encode(CharBuffer.wrap(characters));
        byte[] bytes = new byte[encoded.remaining()];
        encoded.get(bytes);
        Arrays.fill(encoded.array(), (byte) 0);
        return bytes;
    }

    /** One modify; it is never sent twice. */
    private ChangeResult send(AccountRef account, Filter condition, Modification... modifications) {
        LDAPConnectionPool pool = servers.pool(servers.names().getFirst());
        LDAPConnection connection;
        try {
            connection = usable(pool, account);
        } catch (LDAPException e) {
            return new ChangeResult.NotSent(
                    "%s cannot be reached. Nothing was changed; try again in a minute."
                            .formatted(name));
        }
        try {
            ModifyRequest request = new ModifyRequest(account.place(), modifications);
            request.addControl(new AssertionRequestControl(condition, true));
            connection.modify(request);
            pool.releaseConnection(connection);
            return new ChangeResult.TookEffect();
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
            return new ChangeResult.NoAnswer(
                    "%s gave no answer; it is being read back.".formatted(name));
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
    public boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        LdapMark was = LdapMark.read(before);
        boolean later = LdapMark.read(now.mark()).version().compareTo(was.version()) > 0;
        // Times of the directory are whole seconds, and of its own clock.
        Instant earliest = asked.truncatedTo(ChronoUnit.SECONDS).minusSeconds(2);
        return switch (operation) {
            case UNLOCK ->
                    // Where only a replica was locked, the provider shows it by a later version
                    // alone.
                    now.lockedSince() == null
                                    && !now.switchedOff()
                                    && (was.lockedSince() != null || later)
                            || later
                                    && now.lockedSince() != null
                                    && !now.lockedSince().isBefore(asked);
            case SET_TEMPORARY, REPLACE_UNUSED ->
                    later && now.lastSet() != null && !now.lastSet().isBefore(earliest);
        };
    }

    /** A replica has it when its entry is not older than the one that took effect. */
    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        LdapMark then = LdapMark.read(effect);
        boolean notOlder = LdapMark.read(now.mark()).version().compareTo(then.version()) >= 0;
        return switch (operation) {
            case UNLOCK -> notOlder && now.lockedSince() == null;
            case SET_TEMPORARY, REPLACE_UNUSED ->
                    notOlder
                            && now.lastSet() != null
                            && then.lastSet() != null
                            && !now.lastSet().isBefore(then.lastSet());
        };
    }

    /** 'Must change' alone tells nothing: an administrator may have taken it away. */
    @Override
    public TemporaryUse use(AccountState now, String effect) {
        Instant setAt = LdapMark.read(effect).lastSet();
        Instant lastSet = now.lastSet();
        if (setAt == null || lastSet == null) {
            return TemporaryUse.UNUSED;
        }
        if (lastSet.isAfter(setAt)) {
            return now.mustChange() ? TemporaryUse.SET_BY_ANOTHER : TemporaryUse.CHANGED_BY_OWNER;
        }
        if (now.mustChange()) {
            return TemporaryUse.UNUSED;
        }
        // The directory's times are whole seconds, and somebody may be as quick as that: then the
        // last change is their own, or they signed in, which needs an own password, right after.
        Instant signedIn = now.lastSignIn();
        boolean quick =
                LdapMark.read(now.mark()).byOwner()
                        || signedIn != null
                                && !signedIn.isBefore(setAt)
                                && signedIn.isBefore(setAt.plus(QUICK));
        return quick ? TemporaryUse.CHANGED_BY_OWNER : TemporaryUse.UNFLAGGED;
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
