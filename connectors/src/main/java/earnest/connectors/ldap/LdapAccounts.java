package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;

import java.util.Objects;

/** Reads accounts from a directory's servers. */
final class LdapAccounts {
    private static final String[] READ = {
        LdapAttributes.LOCKED,
        LdapAttributes.CHANGED,
        LdapAttributes.MUST_CHANGE,
        "pwdStartTime",
        "pwdEndTime",
        "pwdLastSuccess",
        "entryCSN",
        LdapAttributes.MODIFIER
    };

    private final LdapServers servers;
    private final String name;

    LdapAccounts(LdapServers servers, String name) {
        this.servers = servers;
        this.name = name;
    }

    AccountLookup read(String server, AccountRef account) {
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
        String locked = entry.getAttributeValue(LdapAttributes.LOCKED);
        boolean off = LdapAttributes.SWITCHED_OFF.equals(locked);
        return new AccountState(
                off ? null : LdapTime.parse(locked),
                off,
                "TRUE".equals(entry.getAttributeValue(LdapAttributes.MUST_CHANGE)),
                LdapTime.parse(entry.getAttributeValue(LdapAttributes.CHANGED)),
                LdapTime.parse(entry.getAttributeValue("pwdStartTime")),
                LdapTime.parse(entry.getAttributeValue("pwdEndTime")),
                LdapTime.parse(entry.getAttributeValue("pwdLastSuccess")),
                new LdapMark(
                                off ? null : LdapTime.parse(locked),
                                LdapTime.parse(entry.getAttributeValue(LdapAttributes.CHANGED)),
                                Objects.requireNonNullElse(entry.getAttributeValue("entryCSN"), ""),
                                entry.getDN()
                                        .equalsIgnoreCase(
                                                entry.getAttributeValue(LdapAttributes.MODIFIER)))
                        .text());
    }
}
