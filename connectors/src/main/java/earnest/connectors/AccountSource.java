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
     * @param mails its mail addresses, in small letters; by them its person is found
     */
    record Read(String nativeId, String name, String place, Set<String> mails) {
        public Read {
            mails = Set.copyOf(mails);
        }
    }
}
