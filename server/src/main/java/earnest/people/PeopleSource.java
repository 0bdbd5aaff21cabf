package earnest.people;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/** Where people come from. */
public interface PeopleSource {
    /** Stable, since what is known of it is stored. */
    String id();

    /**
     * Gives everybody, page by page.
     *
     * @param odd is given what cannot be read as a person; the others are not held up by it
     * @return from where to ask for changes next time
     * @throws Away if the source does not answer; what was given till then is kept
     */
    String everybody(Consumer<List<Read>> page, Consumer<Odd> odd) throws Away;

    /**
     * An entry that is no person as Earnest takes them.
     *
     * @param entryUuid as far as it is known
     * @param where for whoever mends it
     */
    record Odd(@Nullable String entryUuid, String where, String why) {}

    /**
     * Gives those who changed since a moment that this source named before.
     *
     * @return from where to ask next time
     */
    String changedSince(String since, Consumer<List<Read>> page, Consumer<Odd> odd) throws Away;

    /** Whether membership of any group changed since such a moment. */
    boolean groupsChangedSince(String since) throws Away;

    /** Group to the DNs of its members, for the groups that rules name. */
    Map<String, Set<String>> groups() throws Away;

    /** The groups of one person now. */
    Set<String> groupsOf(String dn) throws Away;

    /** As the source says it; what it does not say is null. */
    record Read(
            String entryUuid,
            String dn,
            String account,
            String name,
            @Nullable String given,
            String family,
            @Nullable String staffNumber,
            @Nullable String title,
            @Nullable String vessel,
            @Nullable String port,
            @Nullable String speaks,
            @Nullable String managerDn,
            @Nullable String joined,
            @Nullable String locker,
            Map<ContactKind, String> contacts) {
        public Read {
            contacts = new java.util.TreeMap<>(contacts);
        }
    }

    /** The source does not answer. */
    final class Away extends Exception {
        private static final long serialVersionUID = 1L;

        public Away(String words) {
            super(words);
        }
    }
}
