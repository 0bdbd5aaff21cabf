package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionPool;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ModifyRequest;
import com.unboundid.ldap.sdk.controls.AssertionRequestControl;

import earnest.connectors.AccountRef;
import earnest.connectors.ChangeResult;
import earnest.core.passwords.Secret;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.function.Function;

/** Changes accounts on the server that takes writes: each is one modify under a condition. */
final class LdapChanges {
    private final LdapServers servers;
    private final String name;
    private final LdapRefusals refusals;

    LdapChanges(LdapServers servers, String name, LdapRefusals refusals) {
        this.servers = servers;
        this.name = name;
        this.refusals = refusals;
    }

    ChangeResult unlock(AccountRef account, String before) {
        // Where only a replica is locked there is nothing to delete; a replacement by nothing makes
        // the provider send the entry again, which clears the replica's own lock.
        Modification lift =
                new Modification(
                        LdapMark.read(before).lockedSince() == null
                                ? ModificationType.REPLACE
                                : ModificationType.DELETE,
                        LdapAttributes.LOCKED);
        return send(account, notSwitchedOff(), lift);
    }

    ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return set(account, password, unchanged(before), LdapChanges::temporary);
    }

    ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return set(account, password, unchanged(before), LdapChanges::own);
    }

    private static Filter unchanged(String before) {
        Instant lastSet = LdapMark.read(before).lastSet();
        Filter unchanged =
                lastSet == null
                        ? Filter.createNOTFilter(
                                Filter.createPresenceFilter(LdapAttributes.CHANGED))
                        : Filter.createEqualityFilter(
                                LdapAttributes.CHANGED, LdapTime.write(lastSet));
        return Filter.createANDFilter(notSwitchedOff(), unchanged);
    }

    ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        Instant setAt = LdapMark.read(effect).lastSet();
        if (setAt == null) {
            return new ChangeResult.Refused("It is not known when the password was set.");
        }
        // Whoever but the owner takes 'must change' away leaves the password in force; and the
        // directory's seconds do not tell an own password that was chosen within the same one.
        Filter unused =
                Filter.createANDFilter(
                        notSwitchedOff(),
                        Filter.createEqualityFilter(LdapAttributes.CHANGED, LdapTime.write(setAt)),
                        Filter.createORFilter(
                                Filter.createEqualityFilter(LdapAttributes.MUST_CHANGE, "TRUE"),
                                Filter.createNOTFilter(
                                        Filter.createEqualityFilter(
                                                LdapAttributes.MODIFIER, account.place()))));
        return set(account, password, unused, LdapChanges::temporary);
    }

    private static Filter notSwitchedOff() {
        return Filter.createNOTFilter(
                Filter.createEqualityFilter(LdapAttributes.LOCKED, LdapAttributes.SWITCHED_OFF));
    }

    private ChangeResult set(
            AccountRef account,
            Secret password,
            Filter condition,
            Function<byte[], Modification[]> change) {
        return password.open(
                characters -> {
                    byte[] bytes = utf8(characters);
                    try {
                        return send(account, condition, change.apply(bytes));
                    } finally {
                        Arrays.fill(bytes, (byte) 0);
                    }
                });
    }

    /** A password that must be changed at sign-in. */
    static Modification[] temporary(byte[] password) {
        return new Modification[] {
            new Modification(ModificationType.REPLACE, "userPassword", password),
            new Modification(ModificationType.REPLACE, LdapAttributes.MUST_CHANGE, "TRUE")
        };
    }

    /** A password that its person chose; the directory takes 'must change' away with it. */
    private static Modification[] own(byte[] password) {
        return new Modification[] {
            new Modification(ModificationType.REPLACE, "userPassword", password),
            new Modification(ModificationType.REPLACE, LdapAttributes.MUST_CHANGE)
        };
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
}
