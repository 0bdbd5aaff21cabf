package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a procedure may name.
 *
 * @param systems by name
 * @param texts message texts: by name, what fills each slot
 * @param contacts kinds of contact
 * @param connections by name
 * @param procedures the names of others
 */
public record World(
        Map<String, SystemFacts> systems,
        Map<String, Map<String, ValueType>> texts,
        Set<String> teams,
        Set<String> roles,
        Set<String> wants,
        Set<String> contacts,
        Map<String, Map<String, Operation>> connections,
        Set<String> procedures) {
    /**
     * What is known of a system.
     *
     * @param actions what can be asked of it
     * @param secondPerson those of them that a second person must agree to
     * @param passwords whether it takes a password
     */
    public record SystemFacts(Set<String> actions, Set<String> secondPerson, boolean passwords) {}

    /**
     * An operation of an outside service.
     *
     * @param takes its parameters, in order
     * @param gives its results by name
     */
    public record Operation(List<ValueType> takes, Map<String, ValueType> gives) {}

    /** What a slot, a parameter or a result may hold. */
    public enum ValueType {
        TEXT("text"),
        /** About a person. */
        PERSONAL("personal"),
        SECRET("secret");

        private final String word;

        ValueType(String word) {
            this.word = word;
        }

        /** As it is written. */
        public String word() {
            return word;
        }
    }

    @Nullable Operation operation(String connection, String operation) {
        Map<String, Operation> operations = connections.get(connection);
        return operations == null ? null : operations.get(operation);
    }

    boolean knows(Act.Deed deed) {
        SystemFacts system = systems.get(deed.system());
        return system != null && system.actions().contains(deed.action());
    }

    boolean needsSecondPerson(Act.Deed deed) {
        SystemFacts system = systems.get(deed.system());
        return system != null && system.secondPerson().contains(deed.action());
    }
}
