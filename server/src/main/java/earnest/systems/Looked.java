package earnest.systems;

/** What came of reading an account on a server. */
public sealed interface Looked {
    /** The account is there. */
    record There(AccountState state) implements Looked {}

    /** The server has no such account. */
    record None() implements Looked {}

    /** The server does not answer. */
    record Away(String words) implements Looked {}
}
