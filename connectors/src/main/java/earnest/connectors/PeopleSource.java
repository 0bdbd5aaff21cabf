package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;

/** Where people come from. Thread-safe. */
public interface PeopleSource {
    /**
     * Gives everybody, page by page.
     *
     * @param odd is given what cannot be read as a person; the others are not held up by it
     * @return from where to ask for changes next time
     * @throws Away if the source does not answer; what was given till then is kept
     */
    String everybody(Consumer<List<Read>> page, Consumer<Odd> odd) throws Away;

    /**
     * Gives those who changed since a moment that this source named before.
     *
     * @return from where to ask next time
     * @throws Away if the source does not answer
     */
    String changedSince(String since, Consumer<List<Read>> page, Consumer<Odd> odd) throws Away;

    /**
     * Whether membership of any group changed since such a moment.
     *
     * @throws Away if the source does not answer
     */
    boolean groupsChangedSince(String since) throws Away;

    /**
     * Group to the places of its members in small letters.
     *
     * @throws Away if the source does not answer
     */
    Map<String, Set<String>> groups() throws Away;

    /**
     * The groups of one person now.
     *
     * @throws Away if the source does not answer
     */
    Set<String> groupsOf(String place) throws Away;

    /**
     * An entry that is no person as Earnest takes them.
     *
     * @param nativeId as far as it is known
     * @param where for whoever mends it
     */
    record Odd(@Nullable String nativeId, String where, String why) {}

    /**
     * As the source says it; what it does not say is null or missing.
     *
     * @param nativeId by which the source knows the person for ever, whatever they are called
     * @param place where it keeps them now (for a directory the DN)
     * @param deputyPlace who stands in while they are away
     * @param awayUntil they are away until then, or null
     * @param facts by kind of fact
     * @param contacts by kind of contact, as they are spelt there
     */
    record Read(
            String nativeId,
            String place,
            String account,
            String name,
            @Nullable String given,
            String family,
            @Nullable String staffNumber,
            @Nullable String title,
            @Nullable String vessel,
            @Nullable String port,
            @Nullable String speaks,
            @Nullable String managerPlace,
            @Nullable String deputyPlace,
            @Nullable Instant awayUntil,
            Map<String, String> facts,
            Map<String, String> contacts) {
        public Read {
            facts = new TreeMap<>(facts);
            contacts = new TreeMap<>(contacts);
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
