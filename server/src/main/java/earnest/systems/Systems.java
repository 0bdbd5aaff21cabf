package earnest.systems;

import earnest.connectors.AddressGuard;
import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.PeopleSource;
import earnest.connectors.SystemConnection;
import earnest.connectors.SystemKind;
import earnest.connectors.SystemKinds;
import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.ground.KeyedMarks;
import earnest.ground.Problem;

import jakarta.annotation.PreDestroy;

import org.springframework.stereotype.Service;

import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * All systems, as their rows have them now. A row that was changed on whichever node is opened anew
 * the next time it is needed; the others stay as they are.
 */
@Service
public class Systems {
    private final SystemRows rows;
    private final AddressGuard guard;
    private final KeyedMarks marks;
    private final SystemKinds kinds = new SystemKinds();
    private final Map<String, OpenSystem> open = new ConcurrentHashMap<>();

    Systems(SystemRows rows, AddressGuard guard, KeyedMarks marks) {
        this.rows = rows;
        this.guard = guard;
        this.marks = marks;
    }

    /** Those that Earnest is connected to, in the order of the desk. */
    public List<ManagedSystem> all() {
        List<SystemRow> all = rows.all();
        return all.stream()
                .filter(row -> row.kind() != null)
                .map(row -> managed(row, all))
                .toList();
    }

    /**
     * One of them.
     *
     * @throws Problem 404 if there is none
     */
    public ManagedSystem system(String id) {
        return find(id).orElseThrow(() -> Problem.unknown("system"));
    }

    /** One of them, or empty if there is none. */
    public Optional<ManagedSystem> find(String id) {
        return all().stream().filter(system -> system.id().equals(id)).findFirst();
    }

    /**
     * The people that a system names.
     *
     * @throws Problem 404 if there is no such system, 422 if its kind names none or the mapping is
     *     wrong
     */
    public PeopleSource people(String system, Map<String, Object> mapping) {
        ManagedSystem from = system(system);
        try {
            return from.connector()
                    .people(mapping)
                    .orElseThrow(
                            () -> Problem.invalid(from.name() + " names no people by its kind."));
        } catch (BadField wrong) {
            throw Problem.invalid("The " + wrong.getMessage() + ".");
        }
    }

    SystemKinds kinds() {
        return kinds;
    }

    private ManagedSystem managed(SystemRow row, List<SystemRow> all) {
        List<String> followers =
                all.stream()
                        .filter(other -> row.id().equals(other.follows()))
                        .map(SystemRow::name)
                        .toList();
        return new ManagedSystem(row, followers, opened(row));
    }

    private OpenSystem opened(SystemRow row) {
        return open.compute(
                row.id(),
                (id, known) -> {
                    if (known != null && known.version() >= row.version()) {
                        return known;
                    }
                    if (known != null) {
                        known.connector().close();
                    }
                    return openNow(row);
                });
    }

    private OpenSystem openNow(SystemRow row) {
        try (Secret credential = rows.credential(row.id())) {
            return open(row, credential);
        } catch (BadField wrong) {
            return new OpenSystem(
                    row.version(),
                    Set.of(),
                    new PasswordRules(Policy.DEFAULT, EnumSet.of(PasswordStyle.COPIED)),
                    new MisconfiguredConnector(row.name(), String.valueOf(wrong.getMessage())));
        }
    }

    /**
     * Opens what a row says.
     *
     * @throws BadField naming the setting that is wrong
     */
    OpenSystem open(SystemRow row, Secret credential) {
        SystemKind kind = kind(kinds, Objects.requireNonNull(row.kind()));
        PasswordRules rules =
                PasswordRules.read(Fields.of("passwordRules", Json.read(row.passwordRules())));
        Map<String, Object> settings =
                Objects.requireNonNull(Json.object(Json.read(row.settings())));
        Connector connector =
                kind.open(
                        new SystemConnection(
                                row.name(),
                                row.whoHelps(),
                                settings,
                                credential,
                                guard,
                                value -> marks.of("system " + row.id(), value),
                                Clock.systemUTC()));
        Set<Operation> operations = Set.copyOf(kind.operations(Fields.of("settings", settings)));
        return new OpenSystem(
                row.version(), operations, rules, new GuardedConnector(row.name(), connector));
    }

    static SystemKind kind(SystemKinds kinds, String id) {
        return Optional.of(id)
                .flatMap(kinds::kind)
                .orElseThrow(
                        () ->
                                new BadField(
                                        "kind",
                                        "'%s' is not known; known are %s"
                                                .formatted(id, String.join(", ", kinds.ids()))));
    }

    @PreDestroy
    void close() {
        open.values().forEach(system -> system.connector().close());
    }
}
