package earnest.reports;

import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A ticket on which somebody came in again.
 *
 * @param ways ids of the methods that were passed, sorted
 * @param began when they came
 * @param stages how long each took, in seconds; their sum is the whole
 */
record Case(UUID ticket, List<String> ways, Instant began, Map<Stage, Long> stages) {
    Case {
        ways = List.copyOf(ways);
        stages = Map.copyOf(stages);
    }

    /** From coming to being in, in seconds. */
    long seconds() {
        return stages.values().stream().mapToLong(Long::longValue).sum();
    }

    long seconds(Stage stage) {
        return stages.getOrDefault(stage, 0L);
    }

    /**
     * From the ends of its stages; one that is before the one before it took no time.
     *
     * @param ends in the order of the stages
     */
    static Case of(UUID ticket, List<String> ways, Instant began, List<Instant> ends) {
        Map<Stage, Long> stages = new EnumMap<>(Stage.class);
        Instant last = began;
        for (Stage stage : Stage.values()) {
            Instant end = ends.get(stage.ordinal());
            Instant next = end.isAfter(last) ? end : last;
            stages.put(
                    stage,
                    Duration.between(began, next).toSeconds()
                            - Duration.between(began, last).toSeconds());
            last = next;
        }
        return new Case(ticket, ways, began, stages);
    }
}
