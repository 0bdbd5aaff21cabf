package earnest.bench;

import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Available;
import earnest.core.assurance.Caps;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Method;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Rule;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Wanted;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** How many assessments a second, for a ticket as it usually is and for the worst allowed one. */
final class AssessBench {
    private static final Instant NOW = Instant.parse("2026-11-23T10:00:00Z");
    private static final long MEASURE_NANOS = 3_000_000_000L;

    private AssessBench() {}

    static void run() {
        Report.head("Assessments (one thread)");
        measure("three lines, eight checks available, two actions", input(3, 8));
        measure("twelve lines, sixteen checks available, two actions", input(12, 16));
    }

    private static void measure(String what, AssessmentInput input) {
        perSecond(input);
        Report.line(String.format(Locale.ROOT, "%-55s %,10.0f a second", what, perSecond(input)));
    }

    private static double perSecond(AssessmentInput input) {
        long begun = System.nanoTime();
        long done = 0;
        int kept = 0;
        while (System.nanoTime() - begun < MEASURE_NANOS) {
            kept ^= Assurance.assess(input).standing();
            done++;
        }
        if (kept == Integer.MIN_VALUE) {
            throw new IllegalStateException("never");
        }
        return done / ((System.nanoTime() - begun) / 1e9);
    }

    private static AssessmentInput input(int lines, int checks) {
        String[] methods = {"text", "back", "app", "fact"};
        String[] paths = {"phone:", "phone:", "device:", "memory:"};
        List<Evidence> evidence = new ArrayList<>();
        for (int i = 0; i < lines; i++) {
            evidence.add(
                    new Evidence(
                            "e" + i,
                            methods[i % 4],
                            paths[i % 4] + i / 4,
                            null,
                            "c",
                            null,
                            i % 3 == 0 ? Outcome.FAILED : Outcome.PASSED,
                            NOW));
        }
        List<Available> available = new ArrayList<>();
        for (int i = 0; i < checks; i++) {
            available.add(
                    new Available(
                            "a" + i, methods[i % 4], paths[i % 4] + (10 + i / 4), null, null));
        }
        Rulebook book =
                new Rulebook(
                        Map.of(
                                "text", new Method(Factor.HAS, 20, -10, 25, 15, true),
                                "back", new Method(Factor.HAS, 21, -15, 40, 20, false),
                                "app", new Method(Factor.HAS, 22, -8, 20, 0, true),
                                "fact", new Method(Factor.KNOWS, 2, -4, 15, 0, false)),
                        new Caps(3, 30, 3, 10),
                        14,
                        30,
                        Map.of(),
                        List.of(
                                new Rule(
                                        "unlock", "*", "*", 60, Set.of(), List.of(), 3, false,
                                        false, "*", null, false),
                                new Rule(
                                        "reset",
                                        "*",
                                        "*",
                                        70,
                                        Set.of(),
                                        List.of(List.of(Factor.HAS)),
                                        4,
                                        false,
                                        false,
                                        "*",
                                        null,
                                        false)));
        return new AssessmentInput(
                book,
                evidence,
                List.of(),
                List.of(
                        new Wanted("unlock", "d", Set.of(), null, "t", null),
                        new Wanted("reset", "d", Set.of(), null, "t", null)),
                available,
                Set.of("c"),
                Set.of(),
                NOW);
    }
}
