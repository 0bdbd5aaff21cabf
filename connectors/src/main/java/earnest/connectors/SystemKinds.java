package earnest.connectors;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.Set;

/** All kinds that are registered. Thread-safe. */
public final class SystemKinds {
    private final Map<String, SystemKind> kinds = new LinkedHashMap<>();

    /**
     * Reads the registrations.
     *
     * @throws IllegalStateException if two kinds have one id
     */
    public SystemKinds() {
        for (SystemKind kind : ServiceLoader.load(SystemKind.class)) {
            if (kinds.put(kind.id(), kind) != null) {
                throw new IllegalStateException("two kinds of system are called " + kind.id());
            }
        }
    }

    /** The kind of an id, or empty if there is none. */
    public Optional<SystemKind> kind(String id) {
        return Optional.ofNullable(kinds.get(id));
    }

    /** All of them. */
    public List<SystemKind> all() {
        return List.copyOf(kinds.values());
    }

    /** The ids of all. */
    public Set<String> ids() {
        return Set.copyOf(kinds.keySet());
    }
}
