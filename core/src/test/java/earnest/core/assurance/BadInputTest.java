package earnest.core.assurance;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.function.Executable;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Every way to be wrong, one test a line, each named by its field. */
class BadInputTest {
    private static final Instant NOW = Instant.parse("2026-11-23T10:00:00Z");
    private static final Caps CAPS = new Caps(3, 30, 3, 10);

    private static Rulebook book(Method method) {
        return new Rulebook(
                Map.of("m", method),
                CAPS,
                14,
                30,
                Map.of("late", new Signal(-1, false)),
                List.of());
    }

    private static Method method(Factor factor, int points, int failed, boolean relayed) {
        return new Method(factor, points, failed, 1, 1, relayed);
    }

    private static AssessmentInput input(List<Evidence> evidence, List<String> signals) {
        Rulebook book =
                new Rulebook(
                        Map.of(
                                "has", method(Factor.HAS, 20, -1, false),
                                "knows", method(Factor.KNOWS, 2, -1, false)),
                        CAPS,
                        14,
                        30,
                        Map.of("late", new Signal(-1, false)),
                        List.of());
        return new AssessmentInput(
                book, evidence, signals, List.of(), List.of(), null, Set.of(), NOW);
    }

    private static Evidence evidence(String id, String method, String path, Instant at) {
        return new Evidence(id, method, path, null, null, null, Outcome.PASSED, at);
    }

    private static void names(String field, Executable wrong) {
        assertEquals(field, assertThrows(BadInput.class, wrong).field());
    }

    @Test
    void isNamedByItsField() {
        names("rulebook.checks.m.points", () -> book(method(Factor.HAS, -1, 0, false)));
        names("rulebook.checks.m.failed", () -> book(method(Factor.HAS, 1, 1, false)));
        names("rulebook.checks.m.relayed", () -> book(method(Factor.KNOWS, 1, 0, true)));
        names(
                "rulebook.signals.late",
                () ->
                        new Rulebook(
                                Map.of(),
                                CAPS,
                                14,
                                30,
                                Map.of("late", new Signal(1, false)),
                                List.of()));
        names(
                "rulebook.validMinutes",
                () -> new Rulebook(Map.of(), CAPS, 14, -1, Map.of(), List.of()));
        names("factor", () -> Factor.of("tea", "factor"));
        names("route", () -> Route.of("tea", "route"));
        names("outcome", () -> Outcome.of("tea", "outcome"));
        names(
                "evidence[0].method",
                () -> input(List.of(evidence("a", "tea", "p", NOW)), List.of()));
        names(
                "evidence[0].at",
                () -> input(List.of(evidence("a", "has", "p", NOW.plusSeconds(1))), List.of()));
        names(
                "evidence[1].id",
                () ->
                        input(
                                List.of(
                                        evidence("a", "has", "p", NOW),
                                        evidence("a", "has", "q", NOW)),
                                List.of()));
        names(
                "evidence[1].path",
                () ->
                        input(
                                List.of(
                                        evidence("a", "has", "p", NOW),
                                        evidence("b", "knows", "p", NOW)),
                                List.of()));
        names(
                "evidence[0].relayed",
                () ->
                        input(
                                List.of(
                                        new Evidence(
                                                "a",
                                                "knows",
                                                "p",
                                                null,
                                                null,
                                                false,
                                                Outcome.PASSED,
                                                NOW)),
                                List.of()));
        names("signals[0].kind", () -> input(List.of(), List.of("tea")));
    }
}
