package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.connectors.ChangeResult;

/** Puts a directory's refusals into words that say what to do. */
final class LdapRefusals {
    private final String whoHelps;

    LdapRefusals(String whoHelps) {
        this.whoHelps = whoHelps;
    }

    /** Whether the server said no, so that it surely did nothing. */
    boolean answered(LDAPException e) {
        ResultCode code = e.getResultCode();
        return code == ResultCode.BUSY
                || code == ResultCode.UNAVAILABLE
                || code == ResultCode.UNWILLING_TO_PERFORM
                || code.isConnectionUsable() && code != ResultCode.TIMEOUT;
    }

    ChangeResult of(LDAPException e) {
        ResultCode code = e.getResultCode();
        if (code == ResultCode.ASSERTION_FAILED) {
            return new ChangeResult.Refused(
                    "The account was changed by somebody else a moment ago. Look at its state again"
                            + " before you go on.");
        }
        if (code == ResultCode.NO_SUCH_ATTRIBUTE) {
            return new ChangeResult.Refused(
                    "The account is not locked any more. Nothing had to be changed.");
        }
        if (code == ResultCode.CONSTRAINT_VIOLATION) {
            return new ChangeResult.Refused(
                    "The directory does not take this password (too short, or used before). Ask for"
                            + " a fresh one.");
        }
        if (code == ResultCode.INSUFFICIENT_ACCESS_RIGHTS) {
            return new ChangeResult.Refused(
                    "Earnest has no right to change this account. Ask %s to do it."
                            .formatted(whoHelps));
        }
        if (code == ResultCode.NO_SUCH_OBJECT) {
            return new ChangeResult.Refused(
                    "The directory has no such account any more. Ask %s.".formatted(whoHelps));
        }
        if (code == ResultCode.BUSY || code == ResultCode.UNAVAILABLE) {
            return new ChangeResult.NotSent(
                    "The directory is busy. Nothing was changed; try again in a minute.");
        }
        return new ChangeResult.Refused(
                "The directory refused it (%s). Ask %s.".formatted(code.getName(), whoHelps));
    }
}
