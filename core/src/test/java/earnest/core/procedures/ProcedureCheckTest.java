package earnest.core.procedures;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.json.Fields;
import earnest.core.json.Json;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

import java.util.List;
import java.util.Objects;
import java.util.TreeSet;

class ProcedureCheckTest {
    private static final String HEAD =
            """
            procedure p
              title "T"
              starts on by hand
              otherwise
                note "Stopped at step {step}: {reason}"
                pass to leads

            """;

    static World world() {
        return WorldFile.read(Fields.of("", Json.read(MarkedCases.resource("world.json"))));
    }

    static Procedure procedure(String text) {
        Reading reading = Reading.of(text);
        assertTrue(reading.findings().isEmpty(), () -> reading.findings() + "\n" + text);
        return Objects.requireNonNull(reading.procedure());
    }

    private static TreeSet<String> found(String text) {
        return MarkedCases.found(
                ProcedureCheck.check(List.of(procedure(text)), world()).getFirst());
    }

    static List<MarkedCases.Case> cases() {
        return MarkedCases.read("cases.txt", HEAD, "  ", "");
    }

    static List<MarkedCases.Case> syntax() {
        return MarkedCases.read("syntax.txt", "", "", "syntax");
    }

    @ParameterizedTest
    @MethodSource("cases")
    void findsWhatIsMarkedAndNothingElse(MarkedCases.Case one) {
        assertEquals(one.expected(), found(one.text()), one.text());
    }

    @ParameterizedTest
    @MethodSource("syntax")
    void reportsLinesThatAreNotOfTheLanguageAlone(MarkedCases.Case one) {
        Reading reading = Reading.of(one.text());
        assertEquals(
                one.expected(),
                MarkedCases.found(reading.findings()),
                () -> reading.findings() + "\n" + one.text());
    }

    @ParameterizedTest
    @MethodSource("cases")
    void isPrintedInOneLayout(MarkedCases.Case one) {
        String printed = Layout.of(procedure(one.text()));
        assertEquals(printed, Layout.of(procedure(printed)));
        assertEquals(
                found(one.text()).stream().map(line -> line.substring(5)).sorted().toList(),
                found(printed).stream().map(line -> line.substring(5)).sorted().toList());
    }

    @Test
    void theExampleIsSoundAndInTheLayoutAndHasSevenWays() {
        String text = MarkedCases.resource("lost-password-at-sea.procedure");
        assertEquals(new TreeSet<>(), found(text));
        assertEquals(text, Layout.of(procedure(text)));
        assertEquals(text, Layout.of(procedure(text.replace("\n", "\r\n"))));
        int[] ways = {0};
        Ways.each(procedure(text), steps -> ways[0]++);
        assertEquals(7, ways[0]);
    }

    @Test
    void keepsCommentsAndMendsSpaces() {
        String sloppy =
                """
                #  about
                procedure p
                  title   "T"   # behind
                  # above
                  starts on by   hand
                  otherwise
                    pass to   leads
                  # before the first
                  ask "x"  as y
                      # inside
                    no-answer:   note "{y.at}"
                                 stop "x"


                  note "{y}"

                  close "x"
                  # at the end
                """;
        String laidOut =
                """
                # about
                procedure p
                  title "T"  # behind
                  # above
                  starts on by hand
                  otherwise
                    pass to leads

                  # before the first
                  ask "x" as y
                    # inside
                    no-answer: note "{y.at}"
                               stop "x"

                  note "{y}"

                  close "x"
                  # at the end
                """;
        assertEquals(laidOut, Layout.of(procedure(sloppy)));
        assertEquals(laidOut, Layout.of(procedure(laidOut)));
    }

    @Test
    void withoutAWorldNamesSlotsAndSecondPersonsAreNotJudged() {
        String text =
                HEAD
                        + """
                          find contact pigeon as bird
                          prove fly in moon
                          change fly in moon
                          call far away with bird, person.name as there
                          note "{there.anything}"
                          send no-such to bird
                          pass to cooks
                        """;
        assertEquals(List.of(), ProcedureCheck.check(List.of(procedure(text)), null).getFirst());
    }

    @Test
    void otherwiseIsFollowedFromEveryPlaceThatLeadsToIt() {
        String text =
                """
                procedure p
                  title "T"
                  starts on by hand
                  otherwise
                    note "{phone}"
                    withdraw secret in directory
                    pass to leads
                  prove temporary-password in directory
                  draw secret in directory as copied
                  change temporary-password in directory with secret
                  hand over secret by read-aloud
                  close "x"
                """;
        assertEquals(
                new TreeSet<>(List.of("0005 unassigned", "0006 too-early", "0006 unassigned")),
                found(text));
    }

    @Test
    void otherwiseMustBeThereAndEndTheRun() {
        String without = "procedure p\n  title \"T\"\n  starts on by hand\n  close \"x\"\n";
        assertEquals(new TreeSet<>(List.of("0001 no-way-out")), found(without));
        String open =
                """
                procedure p
                  title "T"
                  starts on by hand
                  otherwise
                    find contact work-mobile as phone
                      none: note "None"
                    send done-text to phone
                  close "x"
                """;
        assertEquals(new TreeSet<>(List.of("0004 no-way-out", "0007 unassigned")), found(open));
    }

    @Test
    void inOtherwiseAnOutcomeWithoutAHandlerGoesOnBelow() {
        String text =
                """
                procedure p
                  title "{secret}"
                  starts on by hand
                  otherwise
                    ask "Why?" as why
                    note "{why}"
                    pass to leads
                  draw secret in directory as copied
                  close "{secret}"
                """;
        assertEquals(
                new TreeSet<>(
                        List.of("0002 leak", "0002 unassigned", "0006 unassigned", "0009 leak")),
                found(text));
    }

    @Test
    void proceduresThatRunEachOtherInACircle() {
        String a = HEAD.replace("procedure p", "procedure a") + "  run b\n  run c\n  close \"x\"\n";
        String b = HEAD.replace("procedure p", "procedure b") + "  run a\n  close \"x\"\n";
        String c = HEAD.replace("procedure p", "procedure c") + "  run welcome\n  close \"x\"\n";
        List<List<Finding>> all =
                ProcedureCheck.check(List.of(procedure(a), procedure(b), procedure(c)), world());
        assertEquals(new TreeSet<>(List.of("0008 endless")), MarkedCases.found(all.get(0)));
        assertEquals(new TreeSet<>(List.of("0008 endless")), MarkedCases.found(all.get(1)));
        assertEquals(List.of(), all.get(2));
    }

    @Test
    void whatStartsItselfAgain() {
        String text =
                HEAD.replace(
                                "starts on by hand",
                                "starts on by hand\n"
                                    + "  starts on password expiring in directory within 7 days")
                        + """
                          prove temporary-password in directory
                          draw secret in directory as copied
                          change temporary-password in directory with secret
                          hand over secret by read-aloud
                          close "x"
                        """;
        assertEquals(new TreeSet<>(List.of("0011 repeats", "0011 nobody-learns")), found(text));
    }

    @Test
    void manyWaysTakeNoLonger() {
        StringBuilder text = new StringBuilder(HEAD);
        for (int i = 0; i < 200; i++) {
            text.append("  ask \"x\" as a").append(i).append("\n    no-answer: note \"x\"\n");
            text.append("  if a").append(i).append(" is \"x\"\n    note \"y\"\n");
        }
        text.append("  close \"x\"\n");
        assertEquals(200, found(text.toString()).size());
    }
}
