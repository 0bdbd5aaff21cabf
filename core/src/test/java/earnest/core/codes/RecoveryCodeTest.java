package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;

import java.security.SecureRandom;
import java.util.HashSet;
import java.util.Set;

/** Codes for paper are drawn from all that there are, and shown so that one can read them. */
class RecoveryCodeTest {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int MANY = 2_000;

    private static String text(Secret code) {
        return code.open(String::new);
    }

    @Test
    void eachHasTwelveDigitsAndNoTwoAreAlike() {
        Set<String> drawn = new HashSet<>();
        int[] seen = new int[10];
        for (int i = 0; i < MANY; i++) {
            String code = text(RecoveryCode.draw(RANDOM));
            assertTrue(code.matches("[0-9]{12}"), code);
            code.chars().forEach(digit -> seen[digit - '0']++);
            drawn.add(code);
        }
        assertEquals(MANY, drawn.size());
        // 24,000 digits, 2,400 of each: 46 is the standard deviation.
        for (int times : seen) {
            assertTrue(Math.abs(times - 2_400) < 6 * 47, "" + times);
        }
    }

    @Test
    void itIsShownInGroupsOfFour() {
        assertEquals("1234 5678 9012", text(RecoveryCode.grouped(Secret.of("123456789012"))));
    }
}
