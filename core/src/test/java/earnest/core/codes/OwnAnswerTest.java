package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.passwords.Secret;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;

class OwnAnswerTest {
    private static String compared(String answer) {
        return OwnAnswer.compared(Secret.of(answer)).open(String::new);
    }

    @ParameterizedTest
    @CsvSource({
        "St. Mary's, stmarys",
        "  st  MARYS , stmarys",
        "Ærøskøbing, aeroskobing",
        "Straße 7, strasse7",
        "STRASSE 7, strasse7",
        "Łódź, lodz",
        "Zoë, zoe",
        "'Ｓａｌｔ', salt",
        "١٢٣, 123",
        "Diyarbakır, diyarbakir",
        "ΟΔΟΣ, οδος",
        "οδός, οδος"
    })
    void howItIsSpeltMakesNoDifference(String said, String same) {
        assertEquals(compared(same), compared(said));
    }

    @Property
    void whatIsComparedIsComparedToItselfAgain(@ForAll String answer) {
        String once = compared(answer);
        assertEquals(once, compared(once));
        assertEquals(once, compared(" " + answer + "! "));
    }

    private static Map<Integer, OwnAnswer.Fault> faults(String... answers) {
        return OwnAnswer.faults(
                Arrays.stream(answers)
                        .map(
                                answer ->
                                        new OwnAnswer.Given(
                                                "What was your first boat called?",
                                                Secret.of(answer)))
                        .toList(),
                Set.of("Priya Raman", "Raman", "praman", "Ann", "Al"));
    }

    @Test
    void goodAnswersHaveNoFault() {
        assertTrue(faults("Heron", "Seven Oaks", "1974 in may", "Alabaster").isEmpty());
        assertEquals(Map.of(), OwnAnswer.faults(List.of(), Set.of()));
    }

    @Test
    void eachFaultIsNamedByItsPlace() {
        assertEquals(
                Map.of(
                        0, OwnAnswer.Fault.TOO_SHORT,
                        1, OwnAnswer.Fault.ONE_CHARACTER,
                        2, OwnAnswer.Fault.IN_QUESTION,
                        3, OwnAnswer.Fault.KNOWN,
                        5, OwnAnswer.Fault.SAME),
                faults("a-b", "x x x x", "First Boat", "my praman", "Heron", "HERON."));
        assertEquals(Map.of(0, OwnAnswer.Fault.TOO_SHORT), faults("..!?", "Heron"));
        assertEquals(Map.of(0, OwnAnswer.Fault.KNOWN), faults("priya RAMAN"));
        assertEquals(Map.of(0, OwnAnswer.Fault.KNOWN), faults("Ann", "Annapolis", "Al’s"));
    }
}
