package earnest.reports;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.util.Arrays;
import java.util.List;

/**
 * How long cases took, in seconds.
 *
 * @param half that many are enough for half of them, by nearest rank; null where there are none
 * @param nineInTen that many are enough for nine in ten
 * @param average of each stage, so that their sum is the average of the whole
 */
@Schema(name = "TimesSpread")
record Spread(
        int cases, @Nullable Long half, @Nullable Long nineInTen, List<StageAverage> average) {
    /** What a stage takes on average, in seconds. */
    @Schema(name = "StageAverage")
    record StageAverage(Stage stage, long seconds) {}

    static Spread of(List<Case> cases) {
        long[] sorted = cases.stream().mapToLong(Case::seconds).sorted().toArray();
        List<StageAverage> average =
                cases.isEmpty()
                        ? List.of()
                        : Arrays.stream(Stage.values())
                                .map(stage -> new StageAverage(stage, average(cases, stage)))
                                .toList();
        return new Spread(sorted.length, rank(sorted, 50), rank(sorted, 90), average);
    }

    private static long average(List<Case> cases, Stage stage) {
        return Math.round(cases.stream().mapToLong(one -> one.seconds(stage)).average().orElse(0));
    }

    /** The smallest that at least so many in a hundred do not exceed. */
    private static @Nullable Long rank(long[] sorted, int percent) {
        return sorted.length == 0 ? null : sorted[(sorted.length * percent + 99) / 100 - 1];
    }
}
