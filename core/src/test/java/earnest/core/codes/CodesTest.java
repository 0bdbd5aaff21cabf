package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashSet;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;

/** One-time codes. */
class CodesTest {
    private static final byte[] KEY = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);

    /** RFC 6238, appendix B, SHA-1. */
    @ParameterizedTest
    @CsvSource({
        "59, 94287082",
        "1111111109, 07081804",
        "1111111111, 14050471",
        "1234567890, 89005924",
        "2000000000, 69279037",
        "20000000000, 65353130"
    })
    void theVectorsOfTheStandard(long second, String code) {
        assertEquals(code, Totp.code(KEY, second / 30, 8));
        assertEquals(
                code.substring(2), Totp.at(KEY, Instant.ofEpochSecond(second)).open(String::new));
    }

    /** RFC 4226, appendix D. */
    @ParameterizedTest
    @CsvSource({
        "0, 755224", "1, 287082", "2, 359152", "3, 969429", "4, 338314",
        "5, 254676", "6, 287922", "7, 162583", "8, 399871", "9, 520489"
    })
    void theVectorsOfTheCounterStandard(long counter, String code) {
        assertEquals(code, Totp.code(KEY, counter, 6));
    }

    @Test
    void oneStepOfDriftEitherWayAndNoMore() {
        Instant now = Instant.ofEpochSecond(1_234_567_890);
        for (int drift = -2; drift <= 2; drift++) {
            Secret code = Totp.at(KEY, now.plusSeconds(drift * 30L));
            assertEquals(
                    Math.abs(drift) <= 1,
                    Totp.accept(KEY, code, now, -1).isPresent(),
                    "drift " + drift);
        }
    }

    @Test
    void aCodeIsNeverTakenTwiceNorAnEarlierOne() {
        Instant now = Instant.ofEpochSecond(1_234_567_890);
        OptionalLong used = Totp.accept(KEY, Totp.at(KEY, now), now, -1);
        assertTrue(used.isPresent());
        assertTrue(Totp.accept(KEY, Totp.at(KEY, now), now, used.getAsLong()).isEmpty());
        assertTrue(
                Totp.accept(KEY, Totp.at(KEY, now.minusSeconds(30)), now, used.getAsLong())
                        .isEmpty());
        assertTrue(
                Totp.accept(KEY, Totp.at(KEY, now.plusSeconds(30)), now, used.getAsLong())
                        .isPresent());
    }

    @Test
    void aSentCodeIsMadeAgainAndDependsOnKeyCheckAndAttempt() {
        byte[] key = new byte[32];
        byte[] other = new byte[32];
        other[0] = 1;
        UUID check = UUID.fromString("01a20781-380e-77ce-b07c-fdf0f4a4289c");
        assertTrue(SentCode.of(key, check, 1).sameAs(SentCode.of(key, check, 1)));
        assertTrue(SentCode.of(key, check, 1).open(String::new).matches("\\d{6}"));
        assertFalse(SentCode.of(key, check, 1).sameAs(SentCode.of(key, check, 2)));
        assertFalse(SentCode.of(key, check, 1).sameAs(SentCode.of(other, check, 1)));
        assertThrows(IllegalArgumentException.class, () -> SentCode.of(new byte[16], check, 1));
    }

    @Test
    void sentCodesSpread() {
        Set<String> codes = new HashSet<>();
        for (int i = 0; i < 1_000; i++) {
            codes.add(SentCode.of(new byte[32], new UUID(i, i), 1).open(String::new));
        }
        assertTrue(codes.size() > 980, "only " + codes.size() + " of 1000 differ");
    }
}
