package earnest.connectors.ldap;

/**
 * What a directory's password policy keeps beside an account (draft-behera-ldap-password-policy).
 */
final class LdapAttributes {
    static final String LOCKED = "pwdAccountLockedTime";
    static final String CHANGED = "pwdChangedTime";
    static final String MUST_CHANGE = "pwdReset";
    static final String MODIFIER = "modifiersName";

    /** The value of {@link #LOCKED} with which an administrator switches an account off. */
    static final String SWITCHED_OFF = "000001010000Z";

    private LdapAttributes() {}
}
