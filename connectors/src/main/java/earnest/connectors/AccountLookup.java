package earnest.connectors;

/** What came of reading an account on a server. */
public sealed interface AccountLookup {
    /** The account is there. */
    record Found(AccountState state) implements AccountLookup {}

    /** The server has no such account. */
    record Missing() implements AccountLookup {}

    /** The server does not answer; the words begin with its name. */
    record Unreachable(String words) implements AccountLookup {}
}
