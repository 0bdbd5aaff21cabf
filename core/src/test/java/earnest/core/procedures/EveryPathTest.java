package earnest.core.procedures;

import static org.junit.jupiter.api.Assertions.assertEquals;

import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.IntStream;

/** What holds for procedures at random. */
class EveryPathTest {
    private static final int MOST_WAYS = 20_000;
    private static final World WORLD = ProcedureCheckTest.world();

    @Property(tries = 1_000, shrinking = ShrinkingMode.OFF)
    void findsWhatWalkingEachPathByItselfFinds(@ForAll long seed) {
        String text = RandomProcedures.one(seed);
        Procedure procedure = ProcedureCheckTest.procedure(text);
        TreeSet<String> plain = walked(procedure);
        TreeSet<String> found =
                MarkedCases.found(ProcedureCheck.check(List.of(procedure), WORLD).getFirst());
        if (plain.stream().anyMatch(EveryPathTest::isWrongName)) {
            // What a wrong name leads to is not reported, so that less is found than on each path.
            found.removeIf(EveryPathTest::mayFollow);
            plain.removeIf(EveryPathTest::mayFollow);
        }
        assertEquals(plain, found, text);
    }

    /** Few procedures at random have more paths than can be walked one by one; others are taken. */
    private static TreeSet<String> walked(Procedure procedure) {
        try {
            return new PlainPaths(procedure, WORLD).found();
        } catch (PlainPaths.TooMany many) {
            Assume.that(false);
            throw many;
        }
    }

    private static List<List<String>> ways(Procedure procedure) {
        List<List<String>> all = new ArrayList<>();
        try {
            Ways.each(
                    procedure,
                    steps -> {
                        if (all.size() == MOST_WAYS) {
                            throw new PlainPaths.TooMany();
                        }
                        all.add(steps);
                    });
        } catch (PlainPaths.TooMany many) {
            Assume.that(false);
        }
        return all;
    }

    private static boolean isWrongName(String found) {
        return found.endsWith("unassigned") || found.endsWith("wrong-type");
    }

    private static boolean mayFollow(String found) {
        return found.endsWith("too-early") || found.endsWith("nobody-learns");
    }

    @Property(tries = 300, shrinking = ShrinkingMode.OFF)
    void isSaidLineByLine(@ForAll long seed) {
        List<String> lines = RandomProcedures.one(seed).lines().toList();
        Procedure procedure = ProcedureCheckTest.procedure(String.join("\n", lines) + "\n");
        List<Integer> written =
                IntStream.rangeClosed(1, lines.size())
                        .filter(i -> !lines.get(i - 1).isBlank())
                        .filter(i -> !lines.get(i - 1).strip().startsWith("#"))
                        .boxed()
                        .toList();
        assertEquals(written, Sentences.of(procedure).stream().map(Sentence::line).toList());
    }

    @Property(tries = 300, shrinking = ShrinkingMode.OFF)
    void theFirstWaysAreTheFirstOfAll(@ForAll long seed) {
        Procedure procedure = ProcedureCheckTest.procedure(RandomProcedures.one(seed));
        List<List<String>> all = ways(procedure);
        assertEquals(all.subList(0, Math.min(3, all.size())), Ways.first(procedure, 3));
    }

    @Property(tries = 300, shrinking = ShrinkingMode.OFF)
    void hasOneLayout(@ForAll long seed) {
        String text = RandomProcedures.one(seed);
        String printed = Layout.of(ProcedureCheckTest.procedure(text));
        assertEquals(text, printed);
        assertEquals(printed, Layout.of(ProcedureCheckTest.procedure(printed)));
    }

    @Property(tries = 300, shrinking = ShrinkingMode.OFF)
    void everyLineThatIsBrokenIsReportedAndNothingIsThrown(@ForAll long seed) {
        String text = RandomProcedures.one(seed);
        List<String> lines = text.lines().toList();
        int at = Math.floorMod(seed, lines.size());
        String line = lines.get(at);
        if (line.isBlank()) {
            return;
        }
        String broken =
                text.replaceFirst("(?m)^" + java.util.regex.Pattern.quote(line) + "$", "$0 ~");
        assertEquals("syntax", Reading.of(broken).findings().getFirst().code().word(), broken);
    }

    @Property(tries = 100, shrinking = ShrinkingMode.OFF)
    void waysAreFinite(@ForAll long seed) {
        Procedure procedure = ProcedureCheckTest.procedure(RandomProcedures.one(seed));
        assertEquals(false, ways(procedure).isEmpty());
    }
}
