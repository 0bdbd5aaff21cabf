package earnest.connectors;

import earnest.core.passwords.Secret;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Speaks to one system. Every call has a deadline of a few seconds, and no call is ever repeated
 * that may have changed something. Marks are those of {@link AccountState#mark}. Thread-safe.
 */
public interface Connector extends AutoCloseable {
    /** The servers, the one that takes writes first. */
    List<String> servers();

    AccountLookup read(String server, AccountRef account);

    /** Lifts a lock on all servers, unless an administrator put it there or the entry changed. */
    ChangeResult unlock(AccountRef account, String before);

    /**
     * Sets a temporary password that must be changed at first sign-in, and lifts a lock, unless the
     * account was switched off or its password changed since {@code before}.
     */
    ChangeResult setTemporary(AccountRef account, Secret password, String before);

    /**
     * Sets a password that its person chose and need not change, and lifts a lock, unless the
     * account was switched off or its password changed since {@code before}. The system's own rules
     * hold for it.
     */
    ChangeResult setOwn(AccountRef account, Secret password, String before);

    /**
     * As {@link #setTemporary}, only while the temporary password that left {@code effect} was not
     * changed.
     */
    ChangeResult replaceUnused(AccountRef account, Secret password, String effect);

    /** Whether a server shows what was asked for at {@code asked}, given the mark before it. */
    boolean shows(Operation operation, AccountState now, String before, Instant asked);

    /**
     * Whether the system may keep somebody out and not show it. Then a lock may be lifted where
     * none is shown.
     */
    default boolean hidesLocks() {
        return false;
    }

    /** So long after it was asked, a change that a server does not show will not come any more. */
    default Duration surelyNotAfter() {
        return Duration.ofSeconds(12);
    }

    /** Whether a further server has what left {@code effect} on the one that takes writes. */
    boolean arrived(Operation operation, AccountState now, String effect);

    /** What became of the temporary password that left {@code effect}. */
    TemporaryUse use(AccountState now, String effect);

    /** What the system asks of passwords by itself; nothing where it does not answer. */
    OwnRules ownRules();

    /**
     * The steps by which the connection is tested: may it be reached, is it what is meant, does it
     * let Earnest do what is needed, and more than that. Each speaks to the system when it is run.
     *
     * @param isSomebodys whether the account with this id of the system's is a person's: nothing is
     *     tried on such a one, whatever the settings say
     */
    List<TestStep> connectionTest(Predicate<String> isSomebodys);

    /**
     * The people that the system names.
     *
     * @param mapping where it keeps them, and in what; as JSON values
     * @return empty where this kind names no people
     * @throws earnest.core.json.BadField naming the setting that is wrong
     */
    default Optional<PeopleSource> people(Map<String, Object> mapping) {
        return Optional.empty();
    }

    /** The accounts that the system has; empty where its people say which are theirs. */
    default Optional<AccountSource> accounts() {
        return Optional.empty();
    }

    /** Gives connections back. */
    @Override
    void close();
}
