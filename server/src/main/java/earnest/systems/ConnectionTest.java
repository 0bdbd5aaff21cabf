package earnest.systems;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * A test of a connection, under way or over.
 *
 * @param systemVersion of the system's row, when it was asked for
 * @param askedBy null where it repeats itself
 * @param endedAt null while it is under way
 */
record ConnectionTest(
        UUID id,
        String system,
        long systemVersion,
        @Nullable UUID askedBy,
        @Nullable String askedByName,
        Instant askedAt,
        @Nullable Instant endedAt,
        List<TestedStep> steps) {
    boolean running() {
        return endedAt == null;
    }

    boolean failed() {
        return steps.stream().anyMatch(step -> step.outcome() == TestedStep.Outcome.FAILED);
    }

    /** Whether what failed keeps Earnest from doing anything there. */
    boolean stopped() {
        return steps.stream()
                .anyMatch(step -> step.needed() && step.outcome() == TestedStep.Outcome.FAILED);
    }

    /** In a few words, for the record. */
    String result() {
        List<String> failed =
                steps.stream()
                        .filter(step -> step.outcome() == TestedStep.Outcome.FAILED)
                        .map(step -> "'" + step.title() + "'")
                        .toList();
        long good =
                steps.stream().filter(step -> step.outcome() == TestedStep.Outcome.GOOD).count();
        return failed.isEmpty()
                ? "%d of %d steps good, none failed".formatted(good, steps.size())
                : "%s failed, %d of %d good"
                        .formatted(String.join(" and ", failed), good, steps.size());
    }
}
