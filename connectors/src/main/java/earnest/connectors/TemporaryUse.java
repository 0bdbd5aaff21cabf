package earnest.connectors;

/** What a system shows of a temporary password that was set. */
public enum TemporaryUse {
    UNUSED,
    /** It need not be changed any more, but is still the one that was set. */
    UNFLAGGED,
    CHANGED_BY_OWNER,
    /** Set again by somebody else: it is not ours any more. */
    SET_BY_ANOTHER
}
