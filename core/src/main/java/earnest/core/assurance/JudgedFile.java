package earnest.core.assurance;

import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.LongFunction;
import java.util.function.UnaryOperator;

/**
 * What was judged, as an entry keeps it: the whole input but the rulebook, of which the version
 * stands there and the text in the entry that put it in force. Whoever has both can judge again.
 */
public final class JudgedFile {
    private JudgedFile() {}

    /**
     * Writes an input.
     *
     * @param rulebook version of its rulebook
     * @param paths gives each path a name that says nothing about anybody, and the same path always
     *     the same
     */
    public static Map<String, Object> write(
            AssessmentInput input, long rulebook, UnaryOperator<String> paths) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("rulebook", rulebook);
        fields.put("evidence", input.evidence().stream().map(e -> evidence(e, paths)).toList());
        fields.put(
                "signals",
                input.signals().stream().distinct().sorted().map(JudgedFile::signal).toList());
        fields.put("wanted", input.wanted().stream().map(JudgedFile::wanted).toList());
        fields.put("available", input.available().stream().map(a -> available(a, paths)).toList());
        Set<String> conversations = input.conversations();
        if (conversations != null) {
            fields.put("conversations", conversations.stream().sorted().toList());
        }
        fields.put("liftedStops", input.liftedStops().stream().sorted().toList());
        fields.put("now", input.now().toString());
        return fields;
    }

    /**
     * Reads one again.
     *
     * @param rulebooks the rulebook of a version
     * @throws earnest.core.json.BadField or {@link BadInput} naming the field that is wrong
     */
    public static AssessmentInput read(Fields judged, LongFunction<Rulebook> rulebooks) {
        AssessmentInput input = CaseFile.input(judged, rulebooks.apply(judged.number("rulebook")));
        judged.noOthers();
        return input;
    }

    private static Map<String, Object> signal(String kind) {
        return Map.of("kind", kind);
    }

    private static Map<String, Object> evidence(Evidence line, UnaryOperator<String> paths) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", line.id());
        fields.put("method", line.method());
        fields.put("path", paths.apply(line.path()));
        put(fields, "pathSince", line.pathSince());
        put(fields, "conversation", line.conversation());
        put(fields, "relayed", line.relayed());
        fields.put("outcome", line.outcome().word());
        fields.put("at", line.at().toString());
        return fields;
    }

    private static Map<String, Object> available(Available check, UnaryOperator<String> paths) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", check.id());
        fields.put("method", check.method());
        fields.put("path", paths.apply(check.path()));
        put(fields, "pathSince", check.pathSince());
        put(fields, "relayed", check.relayed());
        return fields;
    }

    private static Map<String, Object> wanted(Wanted wanted) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("action", wanted.action());
        fields.put("system", wanted.system());
        fields.put("groups", List.copyOf(wanted.groups()).stream().sorted().toList());
        put(fields, "channel", wanted.channel());
        put(fields, "analyst", wanted.analyst());
        put(fields, "secondPerson", wanted.secondPerson());
        return fields;
    }

    private static void put(Map<String, Object> fields, String name, @Nullable Object value) {
        if (value != null) {
            fields.put(name, value instanceof Boolean ? value : value.toString());
        }
    }
}
