package earnest.core.procedures;

import earnest.core.procedures.World.Operation;
import earnest.core.procedures.World.ValueType;

import org.jspecify.annotations.Nullable;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * What a name may stand for, at a place of a procedure. Remembers what was read. Not thread-safe.
 */
final class Sight {
    static final String SYSTEM = "system";
    private static final String WORDS = "words";
    private static final String AT = "at";

    private final Map<Integer, Act> givers;
    private final @Nullable World world;
    private final Set<Integer> read = new HashSet<>();

    /**
     * @param givers the act on each line that gives a name
     */
    Sight(Map<Integer, Act> givers, @Nullable World world) {
        this.givers = givers;
        this.world = world;
    }

    /** What one value is. */
    enum Value {
        TEXT,
        PERSONAL,
        SECRET,
        CONTACT,
        /** A whole result, of which only parts can be read. */
        RESULT,
        /** It cannot be told. */
        ANY,
        /** None. */
        NOTHING
    }

    /** The lines whose value was read. */
    Set<Integer> read() {
        return read;
    }

    /**
     * What a reference may stand for.
     *
     * @param inOtherwise whether {@code step} and {@code reason} are there
     */
    Set<Value> see(Reference reference, PathState state, boolean inOtherwise) {
        Set<Value> values = EnumSet.noneOf(Value.class);
        for (int line : state.given(reference.name())) {
            if (line == PathState.NOTHING) {
                values.add(fromTheStart(reference, inOtherwise));
            } else {
                read.add(line);
                values.add(part(givers.get(line), reference.part()));
            }
        }
        return values;
    }

    /** The kinds of contact for which a reference may stand. */
    Set<String> contacts(Reference reference, PathState state) {
        Set<String> kinds = new HashSet<>();
        for (int line : state.given(reference.name())) {
            if (givers.get(line) instanceof Act.FindContact find) {
                kinds.add(find.kind());
            }
        }
        return kinds;
    }

    private static Value fromTheStart(Reference reference, boolean inOtherwise) {
        return switch (reference.toString()) {
            case "person.name" -> Value.PERSONAL;
            case "ticket.number" -> Value.TEXT;
            case "step", "reason" -> inOtherwise ? Value.TEXT : Value.NOTHING;
            default ->
                    reference.name().equals(SYSTEM) && reference.part() != null
                            ? Value.TEXT
                            : Value.NOTHING;
        };
    }

    private Value part(@Nullable Act giver, @Nullable String part) {
        if (giver instanceof Act.Call call) {
            return part == null ? Value.RESULT : result(call, part);
        }
        if (part == null) {
            return switch (giver) {
                case Act.FindContact find -> Value.CONTACT;
                case Act.Ask ask -> Value.PERSONAL;
                case Act.Draw draw -> Value.SECRET;
                case null, default -> Value.RESULT;
            };
        }
        return switch (part) {
            case AT -> giver instanceof Act.FindContact ? Value.NOTHING : Value.TEXT;
            case WORDS ->
                    switch (giver) {
                        case Act.Ask ask -> Value.PERSONAL;
                        case Act.Draw draw -> Value.SECRET;
                        case Act.Change change -> Value.TEXT;
                        case null, default -> Value.NOTHING;
                    };
            default -> Value.NOTHING;
        };
    }

    private Value result(Act.Call call, String part) {
        Operation operation =
                world == null ? null : world.operation(call.connection(), call.operation());
        if (operation == null) {
            return Value.ANY;
        }
        ValueType type = operation.gives().get(part);
        return switch (type) {
            case TEXT -> Value.TEXT;
            case PERSONAL -> Value.PERSONAL;
            case SECRET -> Value.SECRET;
            case null -> Value.NOTHING;
        };
    }
}
