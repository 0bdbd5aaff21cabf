package earnest.core.understanding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

import java.util.List;

class MaskingTest {
    /** A message, and the secret in it, which must not be readable in any part. */
    @ParameterizedTest
    @CsvFileSource(
            resources = "secrets.txt",
            delimiter = '|',
            quoteCharacter = '\u0001',
            maxCharsPerColumn = 500)
    void whatIsSecretIsMaskedWhole(String message, String secret) {
        String text = message.replace("\\n", "\n");
        String masked = Masking.masked(text);
        assertTrue(text.contains(secret), "the case itself: " + text);
        assertFalse(masked.contains(secret), masked);
        for (String part : secret.split(" ")) {
            if (part.length() > 2 && !text.replace(secret, "").contains(part)) {
                assertFalse(masked.contains(part), masked);
            }
        }
    }

    /** Nothing of it is secret. */
    @ParameterizedTest
    @CsvFileSource(
            resources = "harmless.txt",
            delimiter = '|',
            quoteCharacter = '\u0001',
            maxCharsPerColumn = 500)
    void whatIsHarmlessStays(String message) {
        String text = message.replace("\\n", "\n");
        assertEquals(text, Masking.masked(text));
    }

    @Test
    void placesAreInCodePointsAndDoNotTouch() {
        String message = "🚢🚢 my password is Hunter2! and my pin is 4711.";
        List<Place> places = Masking.secrets(message);
        assertEquals(List.of(new Place(18, 26), new Place(41, 45)), places);
        assertEquals("🚢🚢 my password is ••• and my pin is •••.", Masking.masked(message));
    }

    @Property(tries = 2_000)
    void noTextBreaksIt(@ForAll String message) {
        int last = -1;
        for (Place place : Masking.secrets(message)) {
            assertTrue(place.from() > last && place.to() > place.from());
            last = place.to();
        }
        assertTrue(last <= message.codePointCount(0, message.length()));
    }
}
