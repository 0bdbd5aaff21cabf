package earnest.core.decisions;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.assurance.Assessment;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.RulebookFile;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.core.json.JsonText;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/** What was decided is judged again by the entries alone, and nothing slips in. */
class DecisionCheckTest {
    private static final Instant BEGUN = Instant.parse("2026-11-23T10:00:00Z");
    private static final Object BOOK = book();
    private static final Rulebook RULES = RulebookFile.read(Fields.of("", BOOK));

    private final List<Map<String, Object>> entries = new ArrayList<>();
    private final List<Evidence> passed = new ArrayList<>();

    private static Object book() {
        try {
            return Json.read(
                    Files.readAllBytes(
                            Path.of("../server/src/main/resources/rulebooks/careful.json")));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @BeforeEach
    void aCall() {
        add("rulebook-in-force", Map.of("rulebook", "careful", "version", 1, "text", BOOK));
        ended("c1", "call-back", Outcome.PASSED, "anna");
        ended("c2", "authenticator", Outcome.PASSED, "anna");
        decided("change-intended", passed);
        decided("change-asked", passed);
        add("change-took-effect", Map.of("change", "x1"));
    }

    private Map<String, Object> add(String kind, Map<String, Object> data) {
        Map<String, Object> leaf = new LinkedHashMap<>();
        leaf.put("kind", kind);
        leaf.put("at", now().toString());
        leaf.put("actor", new LinkedHashMap<>(Map.of("type", "analyst", "id", "tove")));
        leaf.put("ticket", "t1");
        leaf.put("person", "anna");
        leaf.put("conversation", "v1");
        leaf.put("system", "directory");
        leaf.put("data", new LinkedHashMap<>(data));
        entries.add(leaf);
        return leaf;
    }

    private Instant now() {
        return BEGUN.plusSeconds(entries.size());
    }

    private void ended(String check, String method, Outcome outcome, String person) {
        Instant at = now();
        add("check-" + outcome.word(), Map.of("check", check, "method", method, "what", "…"))
                .put("person", person);
        passed.add(new Evidence(check, method, "path:" + check, null, "v1", null, outcome, at));
    }

    private void decided(String kind, List<Evidence> evidence) {
        decided(kind, evidence, Set.of(), null);
    }

    private void decided(
            String kind, List<Evidence> evidence, Set<String> groups, @Nullable String second) {
        AssessmentInput input =
                new AssessmentInput(
                        RULES,
                        List.copyOf(evidence),
                        List.of(),
                        List.of(
                                new Wanted(
                                        "temporary-password",
                                        "directory",
                                        groups,
                                        "call",
                                        "tove",
                                        second)),
                        List.of(),
                        Set.of("v1"),
                        Set.of(),
                        now());
        Assessment assessment = Assurance.assess(input);
        Verdict.Bar bar = assessment.verdicts().getFirst().bar();
        Map<String, Object> why = new LinkedHashMap<>();
        why.put("standing", assessment.standing());
        why.put("asked", bar == null ? 0 : bar.points());
        why.put("judged", JudgedFile.write(input, 1, path -> path));
        add(kind, Map.of("change", "x1", "action", "temporary-password")).put("why", why);
    }

    private List<DecisionCheck.Judged> judged(int from) {
        DecisionCheck check = new DecisionCheck();
        List<DecisionCheck.Judged> judged = new ArrayList<>();
        for (int i = from; i < entries.size(); i++) {
            check.entry(i, JsonText.of(entries.get(i))).ifPresent(judged::add);
        }
        return judged;
    }

    private void wrong(String words) {
        DecisionCheck.Judged first =
                judged(0).stream().filter(j -> !j.allowed()).findFirst().orElseThrow();
        assertTrue(first.words().contains(words), first.words());
    }

    @SuppressWarnings("unchecked")
    private Map<String, Object> judgedOf(int entry) {
        Map<String, Object> why = (Map<String, Object>) entries.get(entry).get("why");
        return (Map<String, Object>) why.get("judged");
    }

    @Test
    void whatWasAllowedStands() {
        List<DecisionCheck.Judged> judged = judged(0);
        assertEquals(2, judged.size());
        assertTrue(judged.stream().allMatch(DecisionCheck.Judged::allowed), judged.toString());
        assertTrue(
                judged.getFirst().words().contains("temporary-password in directory was allowed"));
    }

    @Test
    void aChangeThatSlippedInStandsOut() {
        entries.removeLast();
        add("change-took-effect", Map.of("change", "x2"));
        wrong("nobody decided on this change");
    }

    @Test
    void aChangeWithoutAReasonStandsOut() {
        entries.get(4).remove("why");
        wrong("does not say what allowed it");
        // Whatever it calls itself, only what takes a password out of force needs none.
        data(4).put("action", "expiry");
        assertTrue(judged(0).stream().allMatch(DecisionCheck.Judged::allowed));
    }

    @SuppressWarnings("unchecked")
    private Map<String, Object> data(int entry) {
        return (Map<String, Object>) entries.get(entry).get("data");
    }

    @Test
    void aRefusalIsJudgedAgainToo() {
        entries.subList(3, entries.size()).clear();
        decided("change-not-allowed", passed.subList(0, 1));
        entries.remove(2);
        assertTrue(judged(0).getLast().words().contains("was refused"), "" + judged(0));
        entries.clear();
        passed.clear();
        aCall();
        decided("change-not-allowed", passed);
        wrong("was refused, and the rules allowed it");
    }

    @Test
    void tooLittleProofStandsOut() {
        entries.subList(3, entries.size()).clear();
        decided("change-intended", passed.subList(0, 1));
        entries.remove(2);
        wrong("was not allowed");
    }

    @Test
    void aFailedOrDeniedLineLeftOutStandsOut() {
        for (Outcome outcome : new Outcome[] {Outcome.FAILED, Outcome.DENIED}) {
            entries.clear();
            passed.clear();
            aCall();
            entries.subList(3, entries.size()).clear();
            List<Evidence> before = List.copyOf(passed);
            ended("c3", "code-by-text", outcome, "anna");
            decided("change-intended", before);
            wrong("leaves out check c3, which was " + outcome.word());
        }
    }

    @Test
    void aNoOnAnotherTicketLeftOutStandsOut() {
        entries.subList(3, entries.size()).clear();
        List<Evidence> before = List.copyOf(passed);
        ended("c3", "code-by-text", Outcome.DENIED, "anna");
        entries.getLast().put("ticket", "t2");
        decided("change-intended", before);
        wrong("leaves out check c3, which was denied");
    }

    @Test
    void aLineThatIsCitedAsNotReadOutStandsOut() {
        data(1).put("relayed", true);
        wrong("cites check c1 otherwise than it ended");
    }

    @Test
    void whatWasProvedOnALineThatIsOverStandsOut() {
        Map<String, Object> over = add("line-dropped", Map.of("did", "the line dropped"));
        entries.remove(over);
        entries.add(3, over);
        wrong("conversation v1, which was over");
        // Confirmed on a call back, it counts as it did.
        add("proof-carried", Map.of("by", "call-back", "lines", List.of("v1")));
        entries.add(4, entries.removeLast());
        assertTrue(judged(0).stream().allMatch(DecisionCheck.Judged::allowed), "" + judged(0));
    }

    @Test
    void whatWordsBroughtBackAndIsNotCitedAsReadOutStandsOut() {
        add("proof-carried", Map.of("by", "words", "lines", List.of("v1")));
        entries.add(3, entries.removeLast());
        wrong("cites check c1 otherwise than it ended");
    }

    @Test
    void aSecondPersonWhoDidNotAgreeStandsOut() {
        entries.subList(3, entries.size()).clear();
        ended("c4", "badge", Outcome.PASSED, "anna");
        int from = entries.size();
        decided("change-intended", passed, Set.of("privileged"), "ravi");
        wrong("a second person who did not agree");
        Map<String, Object> yes =
                Map.of("action", "temporary-password", "of", "directory", "for", "tove");
        Map<String, Object> agreed = add("second-agreed", yes);
        agreed.put("actor", Map.of("type", "analyst", "id", "ravi"));
        entries.remove(from + 1);
        entries.add(from, agreed);
        assertTrue(judged(0).stream().allMatch(DecisionCheck.Judged::allowed), "" + judged(0));
        agreed.put("data", Map.of("action", "unlock", "of", "directory", "for", "tove"));
        wrong("a second person who did not agree");
        agreed.put("data", yes);
        agreed.put("at", BEGUN.minusSeconds(3_600).toString());
        wrong("a second person who did not agree");
    }

    @Test
    void anotherTicketsProofStandsOut() {
        entries.get(1).put("ticket", "t2");
        wrong("cites check c1, which did not end on this ticket");
    }

    @Test
    void whatSomebodyElsePassedStandsOut() {
        entries.get(2).put("person", "bert");
        wrong("which somebody else passed");
    }

    @Test
    void whatIsSaidMustBeWhatIsJudged() {
        Map<String, Consumer<DecisionCheckTest>> tampered = new LinkedHashMap<>();
        tampered.put("it says 99 of", t -> why(t).put("standing", 99));
        tampered.put(
                "judged for directory and done in cloud",
                t -> t.entries.get(3).put("system", "cloud"));
        tampered.put(
                "judged for temporary-password and was unlock",
                t -> t.data(3).put("action", "unlock"));
        tampered.put(
                "another analyst",
                t -> t.entries.get(3).put("actor", Map.of("type", "analyst", "id", "jonas")));
        tampered.put(
                "judged as of", t -> t.entries.get(3).put("at", BEGUN.plusSeconds(900).toString()));
        tampered.put("rulebook version 2", t -> t.judgedOf(3).put("rulebook", 2));
        tampered.put("otherwise than it ended", t -> t.data(1).put("method", "code-by-mail"));
        tampered.put(
                "a stop that nobody lifted", t -> t.judgedOf(3).put("liftedStops", List.of("c9")));
        tampered.put("is not in form", t -> t.judgedOf(3).put("evidence", "none"));
        tampered.forEach(
                (words, tamper) -> {
                    entries.clear();
                    passed.clear();
                    aCall();
                    tamper.accept(this);
                    wrong(words);
                });
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> why(DecisionCheckTest test) {
        return (Map<String, Object>) test.entries.get(3).get("why");
    }

    @Test
    void aFormerRulebookIsNotThatOfTheMoment() {
        add("rulebook-in-force", Map.of("rulebook", "guarded", "version", 2, "text", BOOK));
        decided("change-intended", passed);
        wrong("version 2 was in force");
    }

    @Test
    void ofARangeIsJudgedWhatCanBe() {
        List<DecisionCheck.Judged> judged = judged(2);
        assertFalse(judged.isEmpty());
        assertTrue(judged.stream().allMatch(DecisionCheck.Judged::allowed), judged.toString());
        assertTrue(judged.getFirst().words().contains("not judged"));
    }
}
