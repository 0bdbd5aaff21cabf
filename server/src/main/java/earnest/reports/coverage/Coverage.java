package earnest.reports.coverage;

import earnest.checks.Holdings;
import earnest.checks.Prospects;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Who could prove themselves today, and who could not. */
@Component
class Coverage {
    /** By what people are put together. */
    enum By {
        VESSEL,
        PORT,
        GROUP
    }

    private final CoverageRows rows;
    private final Prospects prospects;
    private final Clock clock;

    Coverage(CoverageRows rows, Prospects prospects, Clock clock) {
        this.rows = rows;
        this.prospects = prospects;
        this.clock = clock;
    }

    /** People of one vessel, port or group. */
    record Counted(int people, int could) {
        Counted and(boolean could) {
            return new Counted(people + 1, could ? this.could + 1 : this.could);
        }
    }

    /**
     * What is asked.
     *
     * @param action as rules name it
     */
    record Asked(String action, String system, By by) {}

    /**
     * The answer.
     *
     * @param groups by their names; empty: without one
     * @param rest who could not, by name
     */
    record Answer(Counted all, Map<String, Counted> groups, List<CoverageRows.Somebody> rest) {}

    /** What makes a difference: whoever is alike in it is judged once. */
    private record Alike(Holdings holdings, Set<String> groups) {}

    Answer answer(Asked asked) {
        Set<String> named = prospects.groups();
        Map<Alike, Boolean> judged = new HashMap<>();
        Map<String, Counted> groups = new TreeMap<>();
        List<CoverageRows.Somebody> rest = new ArrayList<>();
        Counted[] all = {new Counted(0, 0)};
        Instant old = clock.instant().minus(Duration.ofDays(prospects.recentPathDays()));
        rows.read(
                old,
                one -> {
                    Set<String> matter = new HashSet<>(one.groups());
                    matter.retainAll(named);
                    boolean could =
                            judged.computeIfAbsent(
                                    new Alike(one.holdings(), matter),
                                    alike ->
                                            prospects.could(
                                                    alike.holdings(),
                                                    asked.action(),
                                                    asked.system(),
                                                    alike.groups()));
                    all[0] = all[0].and(could);
                    for (String group : of(one, asked.by())) {
                        groups.merge(
                                group,
                                new Counted(0, 0).and(could),
                                (there, more) ->
                                        new Counted(
                                                there.people() + more.people(),
                                                there.could() + more.could()));
                    }
                    if (!could) {
                        rest.add(one);
                    }
                });
        return new Answer(all[0], groups, rest);
    }

    static Set<String> of(CoverageRows.Somebody one, By by) {
        return switch (by) {
            case VESSEL -> Set.of(one.vessel());
            case PORT -> Set.of(one.port());
            case GROUP -> one.groups().isEmpty() ? Set.of("") : one.groups();
        };
    }
}
