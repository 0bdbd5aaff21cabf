package earnest.checks;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.assurance.Rule;
import earnest.core.assurance.Rulebook;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The three rulebooks that come with Earnest differ in how much they ask, and in nothing else. */
class ShippedRulebooksTest {
    private static final List<String> FROM_LEAST = List.of("everyday", "careful", "guarded");

    private static Rulebook book(String name) {
        return Rulebooks.parse(Rulebooks.shipped().get(name));
    }

    private static int temporaryPassword(Rulebook book) {
        return book.rules().stream()
                .filter(rule -> rule.action().equals("temporary-password"))
                .filter(rule -> rule.group().equals("*"))
                .findFirst()
                .orElseThrow()
                .points();
    }

    @Test
    void eachAsksMoreThanTheOneBefore() {
        assertThat(Rulebooks.shipped().keySet()).containsExactlyElementsOf(FROM_LEAST);
        assertThat(FROM_LEAST.stream().map(ShippedRulebooksTest::book))
                .extracting(ShippedRulebooksTest::temporaryPassword)
                .containsExactly(30, 40, 55);
        for (int i = 0; i < book("careful").rules().size(); i++) {
            List<Integer> points = new ArrayList<>();
            for (String name : FROM_LEAST) {
                points.add(book(name).rules().get(i).points());
            }
            assertThat(points).as("rule %d", i).isSorted();
        }
    }

    @Test
    void checksCapsAndSignalsAreTheSame() {
        Rulebook careful = book("careful");
        for (String name : FROM_LEAST) {
            Rulebook other = book(name);
            assertThat(other.checks()).isEqualTo(careful.checks());
            assertThat(other.caps()).isEqualTo(careful.caps());
            assertThat(other.signals()).isEqualTo(careful.signals());
            assertThat(other.rules().stream().map(ShippedRulebooksTest::whatItIsAbout))
                    .containsExactlyElementsOf(
                            careful.rules().stream()
                                    .map(ShippedRulebooksTest::whatItIsAbout)
                                    .toList());
        }
    }

    private static Map<String, Object> whatItIsAbout(Rule rule) {
        return Map.of(
                "deed",
                rule.action() + " in " + rule.system() + " for " + rule.group(),
                "oneOf",
                rule.oneOf(),
                "paths",
                rule.paths(),
                "second",
                rule.secondPerson());
    }
}
