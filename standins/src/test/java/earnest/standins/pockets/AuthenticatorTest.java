package earnest.standins.pockets;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.nio.charset.StandardCharsets;
import java.time.Instant;

/** The phone's code is that of RFC 6238, appendix B, in its last six digits. */
class AuthenticatorTest {
    @ParameterizedTest
    @CsvSource({
        "59, 287082, 1",
        "1111111109, 081804, 1",
        "1234567890, 005924, 30",
        "20000000000, 353130, 10"
    })
    void vectors(long second, String code, long left) {
        byte[] key = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);
        Authenticator.Shown shown = Authenticator.now(key, Instant.ofEpochSecond(second));
        assertEquals(code, shown.code());
        assertEquals(left, shown.secondsLeft());
    }
}
