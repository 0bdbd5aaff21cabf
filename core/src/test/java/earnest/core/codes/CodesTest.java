package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import java.util.UUID;

/** One-time codes. */
class CodesTest {
    private static final byte[] KEY = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);

    private static final Guard.Limit LIMIT = new Guard.Limit(3, Duration.ofMinutes(30));
    private static final Instant NOW = Instant.ofEpochSecond(1_234_567_890);

    /** RFC 6238, appendix B, with keys as long as the hash. */
    @ParameterizedTest
    @CsvSource({
        "59, 94287082, 46119246, 90693936",
        "1111111109, 07081804, 68084774, 25091201",
        "1111111111, 14050471, 67062674, 99943326",
        "1234567890, 89005924, 91819424, 93441116",
        "2000000000, 69279037, 90698825, 38618901",
        "20000000000, 65353130, 77737706, 47863826"
    })
    void theVectorsOfTheStandard(long second, String sha1, String sha256, String sha512) {
        Instant at = Instant.ofEpochSecond(second);
        assertEquals(sha1, eight(Hash.SHA1, 20, at));
        assertEquals(sha256, eight(Hash.SHA256, 32, at));
        assertEquals(sha512, eight(Hash.SHA512, 64, at));
        assertEquals(sha1.substring(2), Totp.at(KEY, at, Totp.STANDARD).open(String::new));
    }

    private static String eight(Hash hash, int keyBytes, Instant at) {
        byte[] key =
                "1234567890".repeat(7).substring(0, keyBytes).getBytes(StandardCharsets.US_ASCII);
        return Totp.at(key, at, new Totp.Form(new Hotp.Form(hash, 8), 30, 1)).open(String::new);
    }

    /** RFC 4226, appendix D. */
    @ParameterizedTest
    @CsvSource({
        "0, 755224", "1, 287082", "2, 359152", "3, 969429", "4, 338314",
        "5, 254676", "6, 287922", "7, 162583", "8, 399871", "9, 520489"
    })
    void theVectorsOfTheCounterStandard(long counter, String code) {
        assertEquals(code, Hotp.at(KEY, counter, Hotp.STANDARD).open(String::new));
    }

    private static Guard.Tried totp(Secret code, Guard guard, Instant now) {
        return Totp.accept(KEY, Totp.STANDARD, code, guard, LIMIT, now);
    }

    private static Secret at(Instant at) {
        return Totp.at(KEY, at, Totp.STANDARD);
    }

    @Test
    void oneStepOfDriftEitherWayAndNoMore() {
        for (int drift = -2; drift <= 2; drift++) {
            Guard.Tried tried = totp(at(NOW.plusSeconds(drift * 30L)), Guard.FRESH, NOW);
            assertEquals(
                    Math.abs(drift) <= 1, tried instanceof Guard.Tried.Accepted, "drift " + drift);
        }
    }

    @Test
    void aCodeIsNeverTakenTwiceNorAnEarlierOne() {
        Guard used = totp(at(NOW), Guard.FRESH, NOW).next();
        assertInstanceOf(Guard.Tried.Refused.class, totp(at(NOW), used, NOW));
        assertInstanceOf(Guard.Tried.Refused.class, totp(at(NOW.minusSeconds(30)), used, NOW));
        assertInstanceOf(Guard.Tried.Accepted.class, totp(at(NOW.plusSeconds(30)), used, NOW));
    }

    @Test
    void afterTooManyWrongTriesNothingIsComparedForAWhile() {
        Guard guard = Guard.FRESH;
        for (int i = 0; i < 3; i++) {
            Guard.Tried wrong = totp(Secret.of("000000"), guard, NOW.plusSeconds(i));
            assertInstanceOf(Guard.Tried.Refused.class, wrong);
            guard = wrong.next();
        }
        assertEquals(new Guard(-1, 3, NOW), guard);
        Guard.Tried right = totp(at(NOW), guard, NOW);
        assertInstanceOf(Guard.Tried.AtLimit.class, right);
        assertEquals(guard, right.next());
        Instant later = NOW.plus(Duration.ofMinutes(31));
        assertInstanceOf(Guard.Tried.Accepted.class, totp(at(later), guard, later));
        assertEquals(1, totp(Secret.of("000000"), guard, later).next().wrong());
    }

    @Test
    void aRightCodeForgetsWrongTriesBefore() {
        Guard wrong = totp(Secret.of("000000"), Guard.FRESH, NOW).next();
        assertEquals(0, totp(at(NOW), wrong, NOW).next().wrong());
    }

    @Test
    void aCounterIsFoundALittleAheadAndGoesOnFromThere() {
        Guard guard = new Guard(3, 0, null);
        Guard.Tried ahead =
                Hotp.accept(
                        KEY, Hotp.STANDARD, Secret.of("162583"), 5, guard, LIMIT, NOW); // counter 7
        assertInstanceOf(Guard.Tried.Accepted.class, ahead);
        assertEquals(7, ahead.next().used());
        Guard.Tried tooFar =
                Hotp.accept(
                        KEY, Hotp.STANDARD, Secret.of("520489"), 5, guard, LIMIT, NOW); // counter 9
        assertInstanceOf(Guard.Tried.Refused.class, tooFar);
        Guard.Tried back =
                Hotp.accept(KEY, Hotp.STANDARD, Secret.of("162583"), 5, ahead.next(), LIMIT, NOW);
        assertInstanceOf(Guard.Tried.Refused.class, back);
    }

    @Test
    void formsThatWouldBeWeakAreRefused() {
        assertThrows(IllegalArgumentException.class, () -> new Hotp.Form(Hash.SHA1, 5));
        assertThrows(IllegalArgumentException.class, () -> new Hotp.Form(Hash.SHA1, 9));
        assertThrows(IllegalArgumentException.class, () -> new Totp.Form(Hotp.STANDARD, 30, 5));
        assertThrows(
                IllegalArgumentException.class, () -> new Guard.Limit(0, Duration.ofMinutes(1)));
        assertThrows(
                IllegalArgumentException.class,
                () ->
                        Hotp.accept(
                                KEY, Hotp.STANDARD, Secret.of("1"), 101, Guard.FRESH, LIMIT, NOW));
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
