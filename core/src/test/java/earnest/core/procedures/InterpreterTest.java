package earnest.core.procedures;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;

/** What comes next in a run. */
class InterpreterTest {
    private static final Interpreter.Values NONE = name -> Optional.empty();
    private static final int MOST_WAYS = 3_000;

    private static Procedure read(String text) {
        Reading reading = Reading.of(text);
        assertEquals(List.of(), reading.findings(), text);
        Procedure procedure = reading.procedure();
        if (procedure == null) {
            throw new AssertionError("nothing was read");
        }
        return procedure;
    }

    private static Procedure steps(String... lines) {
        return read(
                "procedure p\n"
                        + "  title \"T\"\n"
                        + "  starts on by hand\n"
                        + "  otherwise\n"
                        + "    note \"{step}\"\n"
                        + "    pass to leads\n\n"
                        + "  "
                        + String.join("\n  ", lines)
                        + "\n");
    }

    /** The steps of a run in which each step goes on. */
    private static List<String> straight(Procedure procedure, Interpreter.Values values) {
        Interpreter interpreter = new Interpreter(procedure);
        List<String> done = new ArrayList<>();
        Place at = interpreter.begin(values);
        while (!at.over()) {
            done.add(interpreter.step(at).act().toString());
            at = interpreter.after(at, null, values);
        }
        return done;
    }

    @Test
    void stepsComeOneAfterTheOther() {
        assertEquals(
                List.of("note \"a\"", "wait 5 minutes", "close \"b\""),
                straight(steps("note \"a\"", "wait 5 minutes", "close \"b\""), NONE));
    }

    @Test
    void anOutcomeGoesToItsHandlerAndThenBelow() {
        Procedure procedure =
                steps(
                        "find contact work-mobile as phone",
                        "  none: note \"a\"",
                        "        note \"b\"",
                        "close \"{phone}\"");
        Interpreter interpreter = new Interpreter(procedure);
        Place at = interpreter.after(interpreter.begin(NONE), Outcome.NONE, NONE);
        assertEquals("note \"a\"", interpreter.step(at).act().toString());
        at = interpreter.after(at, null, NONE);
        assertEquals("note \"b\"", interpreter.step(at).act().toString());
        at = interpreter.after(at, null, NONE);
        assertEquals("close \"{phone}\"", interpreter.step(at).act().toString());
        assertTrue(interpreter.after(at, null, NONE).over());
    }

    @Test
    void whatIsNotHandledGoesToOtherwiseAndSaysFromWhere() {
        Procedure procedure = steps("prove unlock in directory", "close \"x\"");
        Interpreter interpreter = new Interpreter(procedure);
        Place at = interpreter.after(interpreter.begin(NONE), Outcome.SHORT, NONE);
        assertEquals("note \"{step}\"", interpreter.step(at).act().toString());
        assertEquals("prove unlock in directory", at.step());
        assertEquals("short", at.reason());
        at = interpreter.after(at, null, NONE);
        assertEquals("pass to leads", interpreter.step(at).act().toString());
        assertTrue(interpreter.after(at, null, NONE).over());
    }

    @Test
    void whatCannotGoOnGoesToOtherwiseOnce() {
        Interpreter interpreter = new Interpreter(steps("note \"a\"", "close \"x\""));
        Place at = interpreter.broken(interpreter.begin(NONE), "the ticket was closed", NONE);
        assertEquals("the ticket was closed", at.reason());
        assertTrue(interpreter.broken(at, "again", NONE).over());
    }

    @Test
    void anIfGoesByWhatIsKnown() {
        Procedure procedure =
                steps(
                        "ask \"Which?\" as berth",
                        "if berth is \"A {person.name}\"",
                        "  note \"a\"",
                        "else",
                        "  note \"b\"",
                        "if berth is present",
                        "  note \"c\"",
                        "if berth is not \"A\"",
                        "  note \"d\"",
                        "close \"x\"");
        Map<String, String> known = Map.of("berth", "A Sol", "person.name", "Sol");
        assertEquals(
                List.of(
                        "ask \"Which?\" as berth",
                        "note \"a\"",
                        "note \"c\"",
                        "note \"d\"",
                        "close \"x\""),
                straight(procedure, name -> Optional.ofNullable(known.get(name.toString()))));
        assertEquals(
                List.of("ask \"Which?\" as berth", "note \"b\"", "note \"d\"", "close \"x\""),
                straight(procedure, NONE));
    }

    @Test
    void aLoopTurnsAsOftenAsItSaysAndIsLeft() {
        assertEquals(
                List.of("note \"a\"", "note \"a\"", "note \"a\"", "close \"x\""),
                straight(steps("repeat at most 3 times", "  note \"a\"", "close \"x\""), NONE));
        assertEquals(
                List.of("note \"a\"", "close \"x\""),
                straight(
                        steps("repeat at most 3 times", "  note \"a\"", "  leave", "close \"x\""),
                        NONE));
        // A loop within a loop begins anew each time.
        assertEquals(
                List.of(
                        "note \"a\"",
                        "note \"b\"",
                        "note \"b\"",
                        "note \"a\"",
                        "note \"b\"",
                        "note \"b\"",
                        "close \"x\""),
                straight(
                        steps(
                                "repeat at most 2 times",
                                "  note \"a\"",
                                "  repeat at most 2 times",
                                "    note \"b\"",
                                "close \"x\""),
                        NONE));
    }

    @Test
    void wordsAreFilled() {
        Procedure procedure =
                steps("note \"Hello {person.name}, {x} and {person.name}\"", "close \"x\"");
        Interpreter interpreter = new Interpreter(procedure);
        Act.Note note = (Act.Note) interpreter.step(interpreter.begin(NONE)).act();
        assertEquals(
                "Hello Sol,  and Sol",
                Interpreter.filled(
                        note.words(),
                        name ->
                                name.toString().equals("person.name")
                                        ? Optional.of("Sol")
                                        : Optional.empty()));
    }

    @Test
    void noStepStandsWhereNoneDoes() {
        Interpreter interpreter = new Interpreter(steps("close \"x\""));
        assertThrows(
                IllegalArgumentException.class,
                () -> interpreter.step(new Place(99, Map.of(), null, null)));
    }

    /** Whatever comes of steps, a run goes a way that the author was shown; loops turned once. */
    @Test
    void eachRunIsOneOfTheWaysThrough() {
        int compared = 0;
        for (long seed = 0; seed < 1_500; seed++) {
            Reading reading = Reading.of(RandomProcedures.one(seed));
            Procedure procedure = reading.procedure();
            if (procedure == null || !reading.findings().isEmpty()) {
                continue;
            }
            List<List<String>> shown = Ways.first(procedure, MOST_WAYS);
            if (shown.size() == MOST_WAYS) {
                continue;
            }
            Set<List<String>> ways = new HashSet<>();
            shown.forEach(way -> ways.add(onlySteps(way)));
            for (int run = 0; run < 4; run++) {
                List<String> went = went(procedure, new Random(seed * 31 + run));
                if (went != null) {
                    assertTrue(ways.contains(went), () -> "no way that was shown: " + went);
                    compared++;
                }
            }
        }
        assertTrue(compared > 500, "only " + compared);
    }

    private static List<String> onlySteps(List<String> way) {
        return way.stream()
                .filter(
                        line ->
                                !line.startsWith("if ")
                                        && !line.equals("else")
                                        && !line.startsWith("repeat ")
                                        && !line.equals("leave"))
                .toList();
    }

    /** A run with outcomes at random; null if a loop was turned more than once. */
    private static @Nullable List<String> went(Procedure procedure, Random random) {
        Interpreter interpreter = new Interpreter(procedure);
        Interpreter.Values values =
                name -> random.nextBoolean() ? Optional.of("x") : Optional.empty();
        List<String> went = new ArrayList<>();
        Place at = interpreter.begin(values);
        while (!at.over()) {
            if (at.turns().values().stream().anyMatch(turns -> turns > 1)) {
                return null;
            }
            Act act = interpreter.step(at).act();
            went.add(act.toString());
            List<Outcome> outcomes = act.outcomes();
            Outcome outcome =
                    act.ends() || outcomes.isEmpty() || random.nextInt(3) > 0
                            ? null
                            : outcomes.get(random.nextInt(outcomes.size()));
            if (outcome != null) {
                went.add(outcome.word() + ":");
            }
            boolean before = at.inOtherwise();
            at = interpreter.after(at, outcome, values);
            if (!before && at.inOtherwise()) {
                went.add("otherwise");
            }
        }
        return went;
    }

    @Test
    void aPlaceIsAllThatHasToBeKept() {
        Interpreter interpreter =
                new Interpreter(
                        steps(
                                "repeat at most 2 times",
                                "  note \"a\"",
                                "  note \"b\"",
                                "close \"x\""));
        Place at = interpreter.after(interpreter.begin(NONE), null, NONE);
        Place again = new Place(at.line(), at.turns(), at.step(), at.reason());
        assertEquals(interpreter.after(at, null, NONE), interpreter.after(again, null, NONE));
        assertFalse(again.over());
        assertNull(again.step());
    }
}
