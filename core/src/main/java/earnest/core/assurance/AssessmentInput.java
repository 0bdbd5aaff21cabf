package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Everything that {@link Assurance#assess} looks at.
 *
 * @param signals kinds, each counted once however often it is given
 * @param conversations the present one and those resumed; null: evidence is not tied to any
 * @param liftedStops ids of denied lines, or {@code signal:KIND}, that somebody entitled lifted
 */
public record AssessmentInput(
        Rulebook rulebook,
        List<Evidence> evidence,
        List<String> signals,
        List<Wanted> wanted,
        List<Available> available,
        @Nullable Set<String> conversations,
        Set<String> liftedStops,
        Instant now) {

    /**
     * @throws BadInput for an unknown method or signal, evidence from the future, two lines with
     *     one id, a line from memory that says whether it is relayed, and a path on which memory
     *     and another factor rest together
     */
    public AssessmentInput {
        evidence = List.copyOf(evidence);
        signals = List.copyOf(signals);
        wanted = List.copyOf(wanted);
        available = List.copyOf(available);
        conversations = conversations == null ? null : Set.copyOf(conversations);
        liftedStops = Set.copyOf(liftedStops);
        Map<String, Boolean> fromMemory = new HashMap<>();
        Set<String> ids = new HashSet<>();
        for (int i = 0; i < evidence.size(); i++) {
            Evidence line = evidence.get(i);
            String field = "evidence[" + i + "]";
            unique(ids, line.id(), field);
            admit(rulebook, line.method(), line.path(), line.relayed(), field, fromMemory);
            if (line.at().isAfter(now)) {
                throw new BadInput(field + ".at", "is after now");
            }
        }
        ids.clear();
        for (int i = 0; i < available.size(); i++) {
            Available check = available.get(i);
            String field = "available[" + i + "]";
            unique(ids, check.id(), field);
            admit(rulebook, check.method(), check.path(), check.relayed(), field, fromMemory);
        }
        for (int i = 0; i < signals.size(); i++) {
            if (!rulebook.signals().containsKey(signals.get(i))) {
                throw new BadInput(
                        "signals[" + i + "].kind", "unknown signal '" + signals.get(i) + "'");
            }
        }
    }

    private static void unique(Set<String> ids, String id, String field) {
        if (!ids.add(id)) {
            throw new BadInput(field + ".id", "'" + id + "' is there twice");
        }
    }

    private static void admit(
            Rulebook rulebook,
            String method,
            String path,
            @Nullable Boolean relayed,
            String field,
            Map<String, Boolean> fromMemory) {
        Method known = rulebook.checks().get(method);
        if (known == null) {
            throw new BadInput(field + ".method", "unknown method '" + method + "'");
        }
        boolean memory = known.factor() == Factor.KNOWS;
        if (memory && relayed != null) {
            throw new BadInput(field + ".relayed", "a method from memory cannot be relayed or not");
        }
        Boolean before = fromMemory.putIfAbsent(path, memory);
        if (before != null && before != memory) {
            throw new BadInput(
                    field + ".path", "memory and another factor rest on '" + path + "' together");
        }
    }
}
