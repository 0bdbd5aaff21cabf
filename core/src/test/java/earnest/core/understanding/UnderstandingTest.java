package earnest.core.understanding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;

class UnderstandingTest {
    private static final Understanding ENGLISH = new Understanding(Lexicon.english());

    /** Messages that stand in no lexicon: want, then text. */
    private static List<String[]> unseen() throws IOException {
        try (InputStream file = UnderstandingTest.class.getResourceAsStream("unseen.txt")) {
            return new String(Objects.requireNonNull(file).readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .map(line -> line.split("\\|", 2))
                    .toList();
        }
    }

    @Test
    void theRightWantComesFirstInMessagesItWasNotTrainedWith() throws IOException {
        List<String> wrong = new ArrayList<>();
        int sureAndWrong = 0;
        List<String[]> unseen = unseen();
        for (String[] one : unseen) {
            Understanding.Wanted first = ENGLISH.understand(one[1]).wants().getFirst();
            if (!first.want().word().equals(one[0])) {
                wrong.add(first + " instead of " + one[0] + ": " + one[1]);
                sureAndWrong += first.sure() >= 0.8 ? 1 : 0;
            }
        }
        assertTrue(wrong.size() * 100 <= unseen.size() * 5, String.join("\n", wrong));
        assertTrue(sureAndWrong * 100 <= unseen.size() * 2, String.join("\n", wrong));
    }

    @Test
    void eachWantHasSixtyExamplesAndNoneStandsTwice() {
        Set<String> all = new HashSet<>();
        Lexicon.english()
                .examples()
                .forEach(
                        (want, sentences) -> {
                            assertTrue(sentences.size() >= 60, want.word());
                            sentences.forEach(s -> assertTrue(all.add(s), s));
                        });
    }

    @Test
    void twoWantsInOneMessageAreBothFound() {
        List<Want> wants =
                ENGLISH
                        .understand(
                                "My account is locked after too many tries. I also have a new phone"
                                        + " and the authenticator is gone.")
                        .wants()
                        .stream()
                        .map(Understanding.Wanted::want)
                        .toList();
        assertTrue(wants.contains(Want.LOCKED_OUT), wants.toString());
        assertTrue(wants.contains(Want.LOST_SECOND_FACTOR), wants.toString());
    }

    @Test
    void whereNoneIsSureTwoAreOffered() {
        Understanding.Understood understood = ENGLISH.understand("hm");
        assertEquals(2, understood.wants().size());
        assertTrue(understood.wants().getFirst().sure() < Understanding.ENOUGH);
    }

    @Test
    void slipsOfTheFingerChangeNothing() {
        for (String text :
                List.of(
                        "i forgt my pasword",
                        "my acount is lokced",
                        "I lost my phnoe and the codes")) {
            assertFalse(ENGLISH.understand(text).wants().isEmpty());
        }
        assertEquals(
                Want.FORGOTTEN_PASSWORD,
                ENGLISH.understand("i forgt my pasword").wants().getFirst().want());
        assertEquals(
                Want.LOCKED_OUT,
                ENGLISH.understand("my acount is lokced").wants().getFirst().want());
    }

    @Test
    void whatIsDeniedIsNotWanted() {
        assertEquals(
                Want.LOCKED_OUT,
                ENGLISH.understand("I did not forget it, it is locked").wants().getFirst().want());
    }

    @Test
    void whatIsSecretIsMaskedAndWeighsNothing() {
        Understanding.Understood understood =
                ENGLISH.understand("I am locked out, my password is Hunter2!");
        assertEquals("I am locked out, my password is •••", understood.masked());
        assertFalse(understood.weighed().toString().contains("hunter2"));
        assertEquals(List.of(new Place(32, 40)), understood.secrets());
    }

    @Test
    void theSameLexiconGivesTheSameAnswers() {
        Understanding again = new Understanding(Lexicon.english());
        String text = "the ship sails and I cannot get in";
        assertEquals(ENGLISH.understand(text), again.understand(text));
    }
}
