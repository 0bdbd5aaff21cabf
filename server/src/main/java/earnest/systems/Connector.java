package earnest.systems;

import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;

import java.time.Instant;
import java.util.List;

/**
 * Speaks to one system. Every call has a deadline of a few seconds. Implementations are
 * thread-safe.
 */
public interface Connector {
    String system();

    /** What the system is called. */
    String name();

    /** The servers, the one that takes writes first. */
    List<String> servers();

    /** Systems that take their passwords from this one. */
    List<String> followers();

    /** Who can help where this desk cannot, such as {@code the crewing office}. */
    String whoHelps();

    Looked look(String server, AccountRef account);

    /** Lifts a lock on all servers, unless an administrator put it there or the entry changed. */
    Asked unlock(AccountRef account, AccountState before);

    /**
     * Sets a temporary password that must be changed at first sign-in, and lifts a lock, unless the
     * account was switched off or its password changed since {@code before}.
     */
    Asked setTemporary(AccountRef account, Secret password, AccountState before);

    /** The same, only while the password that was set at {@code setAt} was not changed. */
    Asked replaceUnused(AccountRef account, Secret password, Instant setAt);

    /** Whether a server shows the change asked for at {@code asked}, given the state before it. */
    boolean shows(Action action, AccountState now, AccountState before, Instant asked);

    /** The ways in which a temporary password may come about here. */
    java.util.Set<Way> ways();

    /** How many former passwords the system refuses by itself; 0 where it does not say. */
    int remembers();

    /** What the system takes as a password. */
    Policy policy();
}
