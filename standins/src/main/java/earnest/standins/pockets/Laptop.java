package earnest.standins.pockets;

import com.unboundid.ldap.sdk.BindResult;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPURL;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ModifyRequest;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SimpleBindRequest;
import com.unboundid.ldap.sdk.experimental.DraftBeheraLDAPPasswordPolicy10RequestControl;
import com.unboundid.ldap.sdk.experimental.DraftBeheraLDAPPasswordPolicy10ResponseControl;

import java.util.Map;

/** Where a person signs in: binds at the directory, and changes the password when it must. */
final class Laptop {
    private static final int DEADLINE_MS = 5_000;
    private final LDAPURL directory;

    Laptop(String url) {
        try {
            this.directory = new LDAPURL(url);
        } catch (LDAPException e) {
            throw new IllegalArgumentException(url, e);
        }
    }

    /** {@code state}: {@code in, must-change, changed, refused}; {@code words} for the screen. */
    Map<String, String> signIn(String dn, String password, String newPassword) {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis(DEADLINE_MS);
        options.setResponseTimeoutMillis(DEADLINE_MS);
        try (LDAPConnection connection =
                new LDAPConnection(options, directory.getHost(), directory.getPort())) {
            BindResult bound =
                    connection.bind(
                            new SimpleBindRequest(
                                    dn,
                                    password,
                                    new DraftBeheraLDAPPasswordPolicy10RequestControl()));
            if (!mustChange(bound)) {
                return Map.of("state", "in", "words", "Signed in.");
            }
            if (newPassword.isEmpty()) {
                return Map.of(
                        "state",
                        "must-change",
                        "words",
                        "Right, but choose a password of your own now.");
            }
            connection.modify(
                    new ModifyRequest(
                            dn,
                            new Modification(
                                    ModificationType.REPLACE, "userPassword", newPassword)));
            return Map.of("state", "changed", "words", "Changed. You are in.");
        } catch (LDAPException e) {
            return Map.of("state", "refused", "words", words(e));
        }
    }

    private static boolean mustChange(BindResult bound) throws LDAPException {
        var control = DraftBeheraLDAPPasswordPolicy10ResponseControl.get(bound);
        return control != null
                && control.getErrorType() != null
                && control.getErrorType().intValue() == 2;
    }

    private static String words(LDAPException e) {
        if (e.getResultCode() == ResultCode.INVALID_CREDENTIALS) {
            return "Name or password is wrong, or the account is locked.";
        }
        if (e.getResultCode() == ResultCode.CONSTRAINT_VIOLATION) {
            return "That password is too short, or you had it before.";
        }
        return "The directory did not answer as it should (" + e.getResultCode().getName() + ").";
    }
}
