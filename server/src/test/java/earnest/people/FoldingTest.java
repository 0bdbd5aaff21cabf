package earnest.people;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.util.HashSet;
import java.util.Random;
import java.util.Set;

/** Names are met however their letters are written, and with one typing error. */
class FoldingTest {
    @ParameterizedTest
    @CsvSource({
        "José, jose",
        "Łukasz, lukasz",
        "Søren, soren",
        "Şebnem, sebnem",
        "Đorđe, dorde",
        "Garðarsdóttir, gardarsdottir",
        "Yıldız, yildiz",
        "Weiß, weiss",
        "Bjørn-Erik, bjorn erik",
        "O'Dowd, odowd",
        "O’Dowd, odowd",
        "  van   Dijk , van dijk",
        "Ægir, aegir",
    })
    void marksAndCasesFallAway(String written, String folded) {
        assertThat(NameNormalizer.fold(written)).isEqualTo(folded);
    }

    @ParameterizedTest
    @CsvSource({
        "okafor, okafor, true",
        "okafor, okafr, true",
        "okafor, okaffor, true",
        "okafor, okefor, true",
        "okafor, okafro, true",
        "okafor, oakfor, true",
        "okafor, okfro, false",
        "okafor, kafo, false",
        "okafor, lindqvist, false",
        "ab, ba, true",
        "a, '', true",
    })
    void oneErrorIsCloseAndTwoAreNot(String a, String b, boolean close) {
        assertThat(NameNormalizer.close(a, b)).isEqualTo(close);
        assertThat(NameNormalizer.close(b, a)).isEqualTo(close);
    }

    /** What the search relies on: any single error leaves a form in common. */
    @Test
    void wordsThatAreCloseShareAForm() {
        Random random = new Random(11);
        for (int i = 0; i < 3_000; i++) {
            String word = word(random, 5 + random.nextInt(6));
            String wrong = mistyped(word, random);
            if (NameNormalizer.close(word, wrong)) {
                Set<String> common = new HashSet<>(NameNormalizer.near(word));
                common.retainAll(NameNormalizer.near(wrong));
                assertThat(common).as(word + " " + wrong).isNotEmpty();
            }
        }
    }

    private static String word(Random random, int length) {
        StringBuilder word = new StringBuilder();
        for (int i = 0; i < length; i++) {
            word.append((char) ('a' + random.nextInt(26)));
        }
        return word.toString();
    }

    private static String mistyped(String word, Random random) {
        int at = random.nextInt(word.length() - 1);
        char letter = (char) ('a' + random.nextInt(26));
        return switch (random.nextInt(4)) {
            case 0 -> word.substring(0, at) + word.substring(at + 1);
            case 1 -> word.substring(0, at) + letter + word.substring(at);
            case 2 -> word.substring(0, at) + letter + word.substring(at + 1);
            default ->
                    word.substring(0, at)
                            + word.charAt(at + 1)
                            + word.charAt(at)
                            + word.substring(at + 2);
        };
    }
}
