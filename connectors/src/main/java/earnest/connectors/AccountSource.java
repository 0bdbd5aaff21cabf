package earnest.connectors;

import java.util.List;
import java.util.Set;
import java.util.function.Consumer;

/** Which accounts a system has that does not name people itself. Thread-safe. */
public interface AccountSource {
    /**
     * Gives every account, page by page.
     *
     * @throws PeopleSource.Away if the system does not answer, or not with what was asked
     */
    void everything(Consumer<List<Read>> page) throws PeopleSource.Away;

    /**
     * An account as the system says it.
     *
     * @param nativeId by which the system knows it for ever, whatever it is called
     * @param name the login
     * @param place where the system keeps it
     * @param keys by which its person is found
     */
    record Read(String nativeId, String name, String place, Set<Key> keys) {
        public Read {
            keys = Set.copyOf(keys);
        }
    }

    /**
     * What an account has in common with its person.
     *
     * @param value in small letters
     */
    record Key(Kind kind, String value) {
        /** What it is. */
        public enum Kind {
            /** A mail address at work. */
            MAIL,
            /** The name that its person signs in with where people come from. */
            LOGIN
        }
    }
}
