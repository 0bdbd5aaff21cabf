package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Set;

class ForbiddenWordsTest {
    private static boolean found(List<String> words, String text) {
        return new ForbiddenWords(words).occurIn(text.codePoints().toArray());
    }

    @Test
    void aDigitThatStandsForTwoLettersMatchesBoth() {
        assertTrue(found(List.of("il"), "x11"));
        assertTrue(found(List.of("li"), "!1"));
    }

    @Test
    void anOverlappingWordIsFoundAfterAFalseBeginning() {
        assertTrue(found(List.of("aab"), "aa@8"));
        assertFalse(found(List.of("aab"), "aa"));
    }

    @Test
    void everySwapCountsAndNoOther() {
        assertTrue(found(List.of("oleastbil"), "013457817".replace("13457817", "l34$tB!1")));
        assertFalse(found(List.of("ines"), "1n3z"));
        assertFalse(found(List.of("123"), "ize"));
    }

    @Test
    void caseAndCompositionDoNotMatter() {
        assertTrue(found(List.of("José"), "xJOSÉ1"));
        assertTrue(found(List.of("Jose\u0301"), "josé"));
    }

    @Test
    void wordsOfAPersonAreTakenApartWithAndWithoutTheirMarks() {
        assertEquals(
                Set.of("josé", "jose", "cruz", "jodelacruz", "11066"),
                PersonWords.of(List.of("José de la Cruz", "jodelacruz", "11066")));
    }
}
