package earnest.core.assurance;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A proposed rulebook, run over decisions that were made. */
class RehearsalTest {
    private static final Instant NOW = Instant.parse("2026-11-23T10:00:00Z");

    private static Rulebook book(int asks, int code) {
        return new Rulebook(
                Map.of(
                        "code", new Method(Factor.HAS, code, -5, 20, 10, false),
                        "badge", new Method(Factor.SHOWN, 30, -5, 60, 300, false)),
                new Caps(3, 30, 3, 10),
                14,
                30,
                Map.of("odd", new Signal(-2, false)),
                List.of(
                        new Rule(
                                "unlock", "*", "*", asks, Set.of(), List.of(), 0, false, false, "*",
                                null, false)));
    }

    private static AssessmentInput decided(Rulebook book, @Nullable String passed, String... left) {
        List<Evidence> evidence = new ArrayList<>();
        if (passed != null) {
            evidence.add(
                    new Evidence("e", passed, "p:" + passed, null, "v", null, Outcome.PASSED, NOW));
        }
        return new AssessmentInput(
                book,
                evidence,
                List.of("odd"),
                List.of(new Wanted("unlock", "directory", Set.of(), "call", "tove", null)),
                List.of(left).stream()
                        .map(one -> new Available(one, one, "p:" + one, null, null))
                        .toList(),
                Set.of("v"),
                Set.of(),
                NOW);
    }

    private static void is(Rehearsal.Came came, int seconds, AssessmentInput was, Rulebook to) {
        Rehearsal.Rehearsed rehearsed = Rehearsal.of(was, to);
        assertEquals(came, rehearsed.came());
        assertEquals(seconds, rehearsed.moreSeconds());
        assertEquals(
                Assurance.assess(
                                        new AssessmentInput(
                                                to,
                                                was.evidence().stream()
                                                        .filter(
                                                                e ->
                                                                        to.checks()
                                                                                .containsKey(
                                                                                        e.method()))
                                                        .toList(),
                                                List.of(),
                                                was.wanted(),
                                                List.of(),
                                                was.conversations(),
                                                Set.of(),
                                                NOW))
                                .verdicts()
                                .getFirst()
                        instanceof Verdict.Open,
                rehearsed.opens());
    }

    @Test
    void theSameRulesChangeNothing() {
        Rulebook same = book(20, 25);
        is(Rehearsal.Came.AS_IT_WAS, 0, decided(same, "code"), book(20, 25));
        is(Rehearsal.Came.AS_IT_WAS, 0, decided(same, null), book(20, 25));
    }

    @Test
    void aLowerBarOpensMore() {
        is(Rehearsal.Came.OPENED_MORE, 0, decided(book(40, 25), "code"), book(20, 25));
    }

    @Test
    void aHigherBarCostsAnotherCheckWhereOneWasAtHand() {
        is(Rehearsal.Came.MORE_CHECKS, 360, decided(book(20, 25), "code", "badge"), book(45, 25));
    }

    @Test
    void whereNothingWasAtHandNobodyWouldHaveGotThrough() {
        is(Rehearsal.Came.NOTHING_LEFT, 0, decided(book(20, 25), "code"), book(45, 25));
        is(Rehearsal.Came.NOTHING_LEFT, 0, decided(book(20, 25), "code"), book(20, 5));
    }

    @Test
    void whatTheProposedRulesDoNotKnowWeighsNothing() {
        Rulebook without =
                new Rulebook(
                        Map.of("badge", new Method(Factor.SHOWN, 30, -5, 60, 300, false)),
                        new Caps(3, 30, 3, 10),
                        14,
                        30,
                        Map.of(),
                        book(20, 25).rules());
        is(Rehearsal.Came.MORE_CHECKS, 360, decided(book(20, 25), "code", "badge"), without);
    }
}
