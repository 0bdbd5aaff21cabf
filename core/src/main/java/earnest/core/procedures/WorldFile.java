package earnest.core.procedures;

import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.procedures.World.Operation;
import earnest.core.procedures.World.SystemFacts;
import earnest.core.procedures.World.ValueType;

import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;

/** A world as it is written in a file; what is left out is empty. */
public final class WorldFile {
    private WorldFile() {}

    /**
     * Reads a world.
     *
     * @throws BadField naming the field that is wrong or unknown
     */
    public static World read(Fields fields) {
        World world =
                new World(
                        each(fields, "systems", (name, value) -> system(Fields.of(name, value))),
                        each(fields, "texts", (name, value) -> text(Fields.of(name, value))),
                        set(fields, "teams"),
                        set(fields, "roles"),
                        set(fields, "wants"),
                        set(fields, "contacts"),
                        each(
                                fields,
                                "connections",
                                (name, value) -> connection(Fields.of(name, value))),
                        set(fields, "procedures"));
        fields.noOthers();
        return world;
    }

    private static <T> Map<String, T> each(
            Fields fields, String field, BiFunction<String, Object, T> item) {
        return fields.has(field) ? fields.object(field).each(item) : Map.of();
    }

    private static Set<String> set(Fields fields, String field) {
        return new LinkedHashSet<>(fields.texts(field));
    }

    private static SystemFacts system(Fields fields) {
        SystemFacts system =
                new SystemFacts(
                        set(fields, "actions"),
                        set(fields, "secondPerson"),
                        fields.truth("passwords", false));
        fields.noOthers();
        return system;
    }

    private static Map<String, ValueType> text(Fields fields) {
        Map<String, ValueType> slots = each(fields, "slots", WorldFile::type);
        fields.noOthers();
        return slots;
    }

    private static Map<String, Operation> connection(Fields fields) {
        Map<String, Operation> operations =
                each(fields, "operations", (name, value) -> operation(Fields.of(name, value)));
        fields.noOthers();
        return operations;
    }

    private static Operation operation(Fields fields) {
        Operation operation =
                new Operation(
                        List.copyOf(each(fields, "takes", WorldFile::type).values()),
                        each(fields, "gives", WorldFile::type));
        fields.noOthers();
        return operation;
    }

    private static ValueType type(String name, Object value) {
        return Arrays.stream(ValueType.values())
                .filter(type -> type.word().equals(value))
                .findFirst()
                .orElseThrow(() -> new BadField(name, "must be text, personal or secret"));
    }
}
