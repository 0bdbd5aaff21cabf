package earnest.connectors;

/** What a kind of system may be able to do to an account. */
public enum Operation {
    /** Lifts a lock. */
    UNLOCK,
    /** Sets a temporary password that must be changed at first sign-in. */
    SET_TEMPORARY,
    /** Sets a password that its person chose, which need not be changed. */
    SET_OWN,
    /** Replaces a temporary password that was not used. */
    REPLACE_UNUSED
}
