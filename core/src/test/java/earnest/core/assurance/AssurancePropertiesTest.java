package earnest.core.assurance;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.json.Fields;
import earnest.core.json.Json;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;

/** What must hold for any input, not only for those of the vectors. */
class AssurancePropertiesTest {
    private static final Instant NOW = Instant.parse("2026-11-23T10:00:00Z");
    private static final JsonNode CASES = AssuranceVectorsTest.vectors("vectors-2").get("cases");

    /** Methods with the kind of path that each rests on. */
    private static final String[][] METHODS = {
        {"code-by-text", "phone:"},
        {"call-back", "phone:"},
        {"authenticator", "device:"},
        {"tap-approve", "device:"},
        {"staff-fact", "memory:"},
        {"question", "memory:"},
        {"approver", "person:"},
        {"badge", "place:"}
    };

    @Provide
    Arbitrary<AssessmentInput> inputs() {
        return Arbitraries.randomValue(AssurancePropertiesTest::input);
    }

    private static AssessmentInput input(Random random) {
        Object json = CASES.get(random.nextInt(CASES.size())).get("rulebook");
        Rulebook book = RulebookFile.read(Fields.of("", Json.read(json.toString())));
        List<Evidence> evidence = new ArrayList<>();
        for (int i = random.nextInt(7); i > 0; i--) {
            evidence.add(evidence("e" + i, random));
        }
        List<Available> available = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            Evidence e = evidence("a" + i, random);
            available.add(new Available(e.id(), e.method(), e.path(), e.pathSince(), e.relayed()));
        }
        List<Wanted> wanted = new ArrayList<>();
        for (String action : List.of("unlock", "temporary-password", "replace-factor")) {
            Set<String> groups =
                    random.nextBoolean() ? Set.of() : Set.of("bridge-officer", "privileged");
            wanted.add(
                    new Wanted(
                            action,
                            "directory",
                            groups,
                            random.nextBoolean() ? null : "chat",
                            "tove",
                            random.nextBoolean() ? "elif" : null));
        }
        return new AssessmentInput(
                book,
                evidence,
                random.nextBoolean() ? List.of() : List.of("contact-changed"),
                wanted,
                available,
                random.nextBoolean() ? null : Set.of("c1"),
                Set.of(),
                NOW);
    }

    private static Evidence evidence(String id, Random random) {
        String[] method = METHODS[random.nextInt(METHODS.length)];
        Outcome outcome =
                random.nextInt(4) > 0 ? Outcome.PASSED : Outcome.values()[random.nextInt(4)];
        return new Evidence(
                id,
                method[0],
                method[1] + random.nextInt(3),
                random.nextInt(4) > 0 ? null : NOW.minus(Duration.ofDays(random.nextInt(30))),
                random.nextBoolean() ? null : "c" + random.nextInt(3),
                method[1].equals("memory:") || random.nextBoolean() ? null : random.nextBoolean(),
                outcome,
                NOW.minus(Duration.ofMinutes(random.nextInt(45))));
    }

    @Property(tries = 400)
    void theOrderInWhichEvidenceIsGivenNeverMatters(
            @ForAll("inputs") AssessmentInput q, @ForAll Random random) {
        List<Evidence> shuffled = new ArrayList<>(q.evidence());
        Collections.shuffle(shuffled, random);
        assertEquals(
                CaseFile.result("x", Assurance.assess(q)),
                CaseFile.result("x", Assurance.assess(with(q, shuffled, q.available(), q.now()))));
    }

    @Property(tries = 400)
    void aFurtherPassedCheckNeverLowersTheStandingNorClosesAnything(
            @ForAll("inputs") AssessmentInput q, @ForAll Random random) {
        Evidence drawn = evidence("z", random);
        // An age that it brings along would make the former lines on its path recent as well.
        Evidence more =
                new Evidence(
                        "z",
                        drawn.method(),
                        drawn.path(),
                        null,
                        "c1",
                        drawn.relayed(),
                        Outcome.PASSED,
                        NOW);
        List<Evidence> evidence = new ArrayList<>(q.evidence());
        evidence.add(more);
        Assessment before = Assurance.assess(q);
        Assessment after = Assurance.assess(with(q, evidence, q.available(), q.now()));
        assertTrue(after.standing() >= before.standing());
        for (int i = 0; i < before.verdicts().size(); i++) {
            if (before.verdicts().get(i) instanceof Verdict.Open) {
                assertTrue(after.verdicts().get(i) instanceof Verdict.Open);
            }
        }
    }

    @Property(tries = 300)
    void theSameAgainAtTheSameInstantChangesNothing(@ForAll("inputs") AssessmentInput q) {
        for (Evidence line : q.evidence()) {
            if (line.outcome() == Outcome.PASSED) {
                List<Evidence> twice = new ArrayList<>(q.evidence());
                twice.add(
                        new Evidence(
                                line.id() + "-again",
                                line.method(),
                                line.path(),
                                line.pathSince(),
                                line.conversation(),
                                line.relayed(),
                                line.outcome(),
                                line.at()));
                assertEquals(
                        Assurance.assess(q).standing(),
                        Assurance.assess(with(q, twice, q.available(), q.now())).standing());
            }
        }
    }

    @Property(tries = 300)
    void timeNeverRaisesAStandingNorOpensAnything(
            @ForAll("inputs") AssessmentInput q, @ForAll @IntRange(min = 1, max = 90) int minutes) {
        Assessment now = Assurance.assess(q);
        Assessment later =
                Assurance.assess(
                        with(
                                q,
                                q.evidence(),
                                q.available(),
                                q.now().plus(Duration.ofMinutes(minutes))));
        assertTrue(later.standing() <= now.standing());
        for (int i = 0; i < now.verdicts().size(); i++) {
            if (!(now.verdicts().get(i) instanceof Verdict.Open)) {
                assertFalse(later.verdicts().get(i) instanceof Verdict.Open);
            }
        }
    }

    @Property(tries = 300)
    void untilIsTheLastInstantAtWhichItIsOpen(@ForAll("inputs") AssessmentInput q) {
        Assessment now = Assurance.assess(q);
        for (int i = 0; i < now.verdicts().size(); i++) {
            if (now.verdicts().get(i) instanceof Verdict.Open open && open.until() != null) {
                assertTrue(opens(q, i, open.until()));
                assertFalse(opens(q, i, open.until().plusNanos(1)));
            }
        }
    }

    private static boolean opens(AssessmentInput q, int i, Instant at) {
        return Assurance.assess(with(q, q.evidence(), q.available(), at)).verdicts().get(i)
                instanceof Verdict.Open;
    }

    @Property(tries = 300)
    void eachWayLeavesNoShortfallAndEachPartOfItLeavesOne(@ForAll("inputs") AssessmentInput q) {
        Assessment now = Assurance.assess(q);
        for (int i = 0; i < now.verdicts().size(); i++) {
            if (now.verdicts().get(i) instanceof Verdict.Short closed) {
                for (List<String> way : closed.ways()) {
                    assertTrue(crosses(q, i, way));
                    for (String left : way) {
                        List<String> part = new ArrayList<>(way);
                        part.remove(left);
                        assertFalse(crosses(q, i, part));
                    }
                }
            }
        }
    }

    /** The quick count of sets is the count of the account. */
    @Property(tries = 400)
    void everySetOfChecksCrossesQuicklyExactlyIfItDoesByTheAccount(
            @ForAll("inputs") AssessmentInput q) {
        Assessment now = Assurance.assess(q);
        for (int i = 0; i < now.verdicts().size(); i++) {
            if (now.verdicts().get(i) instanceof Verdict.Short closed) {
                Reach reach = new Reach(q, q.available(), closed.bar(), NOW);
                for (int set = 0; set < 1 << q.available().size(); set++) {
                    List<String> way = new ArrayList<>();
                    for (int a = 0; a < q.available().size(); a++) {
                        if ((set & 1 << a) != 0) {
                            way.add(q.available().get(a).id());
                        }
                    }
                    assertEquals(crosses(q, i, way), reach.crosses(set), way.toString());
                }
            }
        }
    }

    private static boolean crosses(AssessmentInput q, int verdict, List<String> way) {
        List<Evidence> evidence = new ArrayList<>(q.evidence());
        for (Available a : q.available()) {
            if (way.contains(a.id())) {
                evidence.add(
                        new Evidence(
                                a.id(),
                                a.method(),
                                a.path(),
                                a.pathSince(),
                                null,
                                a.relayed(),
                                Outcome.PASSED,
                                NOW));
            }
        }
        return !(Assurance.assess(with(q, evidence, q.available(), NOW)).verdicts().get(verdict)
                instanceof Verdict.Short);
    }

    @Property(tries = 200)
    void memoryAloneNeverOpensWhatAsksForAnotherFactor(
            @ForAll @IntRange(min = 1, max = 12) int facts) {
        Rulebook careful = RulebookFile.read(Fields.of("", Json.read(careful().toString())));
        List<Evidence> evidence = new ArrayList<>();
        for (int i = 0; i < facts; i++) {
            evidence.add(
                    new Evidence(
                            "e" + i,
                            i % 2 == 0 ? "staff-fact" : "question",
                            "memory:" + i,
                            null,
                            null,
                            null,
                            Outcome.PASSED,
                            NOW));
        }
        AssessmentInput q =
                new AssessmentInput(
                        careful,
                        evidence,
                        List.of(),
                        List.of(new Wanted("unlock", "directory", Set.of(), null, null, null)),
                        List.of(),
                        null,
                        Set.of(),
                        NOW);
        Assessment assessed = Assurance.assess(q);
        assertTrue(assessed.standing() <= careful.caps().knows());
        assertTrue(assessed.verdicts().getFirst() instanceof Verdict.Short);
    }

    private static JsonNode careful() {
        return AssuranceVectorsTest.vectors().get("cases").get(0).get("rulebook");
    }

    private static AssessmentInput with(
            AssessmentInput q, List<Evidence> evidence, List<Available> available, Instant now) {
        return new AssessmentInput(
                q.rulebook(),
                evidence,
                q.signals(),
                q.wanted(),
                available,
                q.conversations(),
                q.liftedStops(),
                now);
    }
}
