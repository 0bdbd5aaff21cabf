package earnest.checks;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.assurance.Rule;
import earnest.core.assurance.Rulebook;

import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;

/** The rulebook that ships, as a lead reads it. */
class RuleSentencesTest {
    private static Rulebook careful() throws IOException {
        try (var file = RuleSentencesTest.class.getResourceAsStream("/rulebooks/careful.json")) {
            return Rulebooks.parse(
                    new String(
                            Objects.requireNonNull(file).readAllBytes(), StandardCharsets.UTF_8));
        }
    }

    @Test
    void eachIsASentenceOfItsOwn() throws IOException {
        List<Rule> rules = careful().rules();
        List<String> sentences = rules.stream().map(RuleSentences::of).toList();
        assertThat(sentences).hasSameSizeAs(rules).doesNotHaveDuplicates();
        assertThat(sentences)
                .contains(
                        "To unlock an account: 20 points, something they have or something they are"
                                + " or something shown in person and one thing that it rests on.",
                        "To do anything for group privileged: 65 points, somebody who vouches or"
                                + " something shown in person or something they are, 3 separate"
                                + " things that it rests on and a second person at the desk.");
    }
}
