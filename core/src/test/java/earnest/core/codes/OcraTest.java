package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;

/** Challenge and response: all vectors of RFC 6287, appendix C. */
class OcraTest {
    private static final Guard.Limit LIMIT = new Guard.Limit(3, Duration.ofMinutes(5));
    private static final byte[] PIN_1234 =
            HexFormat.of().parseHex("7110eda4d09e062aa5e4a390b0a572ac0d2c0220");

    /** The step of the vectors is 0x132d0b6 minutes. */
    private static final Instant AT = Instant.ofEpochSecond(0x132d0b6L * 60);

    private static byte[] key(String suite) {
        String digits = "1234567890".repeat(7);
        int length = suite.contains("SHA512-") ? 64 : suite.contains("SHA256-") ? 32 : 20;
        return digits.substring(0, length).getBytes(StandardCharsets.US_ASCII);
    }

    private static Ocra.Input input(String suite, long counter, String question) {
        return new Ocra.Input(
                counter, question, suite.contains("-PSHA1") ? PIN_1234 : new byte[0], new byte[0]);
    }

    @ParameterizedTest
    @CsvSource({
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 00000000, 237653",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 11111111, 243178",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 22222222, 653583",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 33333333, 740991",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 44444444, 608993",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 55555555, 388898",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 66666666, 816933",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 77777777, 224598",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 88888888, 750600",
        "OCRA-1:HOTP-SHA1-6:QN08, 0, 99999999, 294470",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 0, 12345678, 65347737",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 1, 12345678, 86775851",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 2, 12345678, 78192410",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 3, 12345678, 71565254",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 4, 12345678, 10104329",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 5, 12345678, 65983500",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 6, 12345678, 70069104",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 7, 12345678, 91771096",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 8, 12345678, 75011558",
        "OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1, 9, 12345678, 08522129",
        "OCRA-1:HOTP-SHA256-8:QN08-PSHA1, 0, 00000000, 83238735",
        "OCRA-1:HOTP-SHA256-8:QN08-PSHA1, 0, 11111111, 01501458",
        "OCRA-1:HOTP-SHA256-8:QN08-PSHA1, 0, 22222222, 17957585",
        "OCRA-1:HOTP-SHA256-8:QN08-PSHA1, 0, 33333333, 86776967",
        "OCRA-1:HOTP-SHA256-8:QN08-PSHA1, 0, 44444444, 86807031",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 0, 00000000, 07016083",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 1, 11111111, 63947962",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 2, 22222222, 70123924",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 3, 33333333, 25341727",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 4, 44444444, 33203315",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 5, 55555555, 34205738",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 6, 66666666, 44343969",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 7, 77777777, 51946085",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 8, 88888888, 20403879",
        "OCRA-1:HOTP-SHA512-8:C-QN08, 9, 99999999, 31409299",
        "OCRA-1:HOTP-SHA512-8:QN08-T1M, 0, 00000000, 95209754",
        "OCRA-1:HOTP-SHA512-8:QN08-T1M, 0, 11111111, 55907591",
        "OCRA-1:HOTP-SHA512-8:QN08-T1M, 0, 22222222, 22048402",
        "OCRA-1:HOTP-SHA512-8:QN08-T1M, 0, 33333333, 24218844",
        "OCRA-1:HOTP-SHA512-8:QN08-T1M, 0, 44444444, 36209546",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, CLI22220SRV11110, 28247970",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, CLI22221SRV11111, 01984843",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, CLI22222SRV11112, 65387857",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, CLI22223SRV11113, 03351211",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, CLI22224SRV11114, 83412541",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SRV11110CLI22220, 15510767",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SRV11111CLI22221, 90175646",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SRV11112CLI22222, 33777207",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SRV11113CLI22223, 95285278",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SRV11114CLI22224, 28934924",
        "OCRA-1:HOTP-SHA512-8:QA08, 0, CLI22220SRV11110, 79496648",
        "OCRA-1:HOTP-SHA512-8:QA08, 0, CLI22221SRV11111, 76831980",
        "OCRA-1:HOTP-SHA512-8:QA08, 0, CLI22222SRV11112, 12250499",
        "OCRA-1:HOTP-SHA512-8:QA08, 0, CLI22223SRV11113, 90856481",
        "OCRA-1:HOTP-SHA512-8:QA08, 0, CLI22224SRV11114, 12761449",
        "OCRA-1:HOTP-SHA512-8:QA08-PSHA1, 0, SRV11110CLI22220, 18806276",
        "OCRA-1:HOTP-SHA512-8:QA08-PSHA1, 0, SRV11111CLI22221, 70020315",
        "OCRA-1:HOTP-SHA512-8:QA08-PSHA1, 0, SRV11112CLI22222, 01600026",
        "OCRA-1:HOTP-SHA512-8:QA08-PSHA1, 0, SRV11113CLI22223, 18951020",
        "OCRA-1:HOTP-SHA512-8:QA08-PSHA1, 0, SRV11114CLI22224, 32528969",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SIG10000, 53095496",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SIG11000, 04110475",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SIG12000, 31331128",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SIG13000, 76028668",
        "OCRA-1:HOTP-SHA256-8:QA08, 0, SIG14000, 46554205",
        "OCRA-1:HOTP-SHA512-8:QA10-T1M, 0, SIG1000000, 77537423",
        "OCRA-1:HOTP-SHA512-8:QA10-T1M, 0, SIG1100000, 31970405",
        "OCRA-1:HOTP-SHA512-8:QA10-T1M, 0, SIG1200000, 10235557",
        "OCRA-1:HOTP-SHA512-8:QA10-T1M, 0, SIG1300000, 95213541",
        "OCRA-1:HOTP-SHA512-8:QA10-T1M, 0, SIG1400000, 65360607"
    })
    void theVectorsOfTheStandard(String suite, long counter, String question, String code) {
        Secret response =
                Ocra.suite(suite).response(key(suite), input(suite, counter, question), AT);
        assertEquals(code, response.open(String::new));
    }

    /** A code is what the vectors' longest ends with: 31 bits have up to ten digits. */
    @Test
    void ofNineAndTenDigitsToo() {
        String ten = code("OCRA-1:HOTP-SHA1-10:QN08");
        assertEquals(10, ten.length());
        assertTrue(Long.parseLong(ten) < 1L << 31, ten);
        assertEquals(9, code("OCRA-1:HOTP-SHA1-9:QN08").length());
    }

    private static String code(String suite) {
        return Ocra.suite(suite)
                .response(key(suite), Ocra.Input.of("11111111"), AT)
                .open(String::new);
    }

    @Test
    void aRightResponseIsTakenOnceAndWrongOnesUpToTheLimit() {
        Ocra ocra = Ocra.suite("OCRA-1:HOTP-SHA256-8:C-QN08");
        byte[] key = key("SHA256-");
        Ocra.Input input = new Ocra.Input(5, "12345678", new byte[0], new byte[0]);
        Secret right = ocra.response(key, input, AT);
        Guard.Tried first = ocra.accept(key, input, right, Guard.FRESH, LIMIT, AT);
        assertInstanceOf(Guard.Tried.Accepted.class, first);
        Guard.Tried again = ocra.accept(key, input, right, first.next(), LIMIT, AT);
        assertInstanceOf(Guard.Tried.Refused.class, again);
        Guard guard = Guard.FRESH;
        for (int i = 0; i < 3; i++) {
            guard = ocra.accept(key, input, Secret.of("00000000"), guard, LIMIT, AT).next();
        }
        assertInstanceOf(
                Guard.Tried.AtLimit.class, ocra.accept(key, input, right, guard, LIMIT, AT));
        assertInstanceOf(
                Guard.Tried.Accepted.class,
                ocra.accept(
                        key,
                        new Ocra.Input(5, "12345678", new byte[0], new byte[0]),
                        right,
                        guard,
                        LIMIT,
                        AT.plusSeconds(301)));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "OCRA-2:HOTP-SHA1-6:QN08",
                "OCRA-1:HOTP-MD5-6:QN08",
                "OCRA-1:HOTP-SHA1-3:QN08",
                "OCRA-1:HOTP-SHA1-11:QN08",
                "OCRA-1:HOTP-SHA1-0:QN08",
                "OCRA-1:HOTP-SHA1-6:QX08",
                "OCRA-1:HOTP-SHA1-6:QN03",
                "OCRA-1:HOTP-SHA1-6:QN65",
                "OCRA-1:HOTP-SHA1-6:QN08-T60S",
                "OCRA-1:HOTP-SHA1-6:QN08-T49H",
                "OCRA-1:HOTP-SHA1-6:QN08-T0M",
                "OCRA-1:HOTP-SHA1-6:C"
            })
    void whatIsNoSuiteIsRefused(String suite) {
        assertThrows(IllegalArgumentException.class, () -> Ocra.suite(suite));
    }

    @Test
    void inputThatDoesNotFitIsRefused() {
        byte[] key = new byte[20];
        Ocra numbers = Ocra.suite("OCRA-1:HOTP-SHA1-6:QN08");
        for (String question : new String[] {"", "12a4", "-1234", "1".repeat(17)}) {
            assertThrows(
                    IllegalArgumentException.class,
                    () -> numbers.response(key, Ocra.Input.of(question), AT),
                    question);
        }
        assertThrows(
                IllegalArgumentException.class,
                () ->
                        Ocra.suite("OCRA-1:HOTP-SHA1-6:QH08")
                                .response(key, Ocra.Input.of("xyz"), AT));
        assertThrows(
                IllegalArgumentException.class,
                () ->
                        Ocra.suite("OCRA-1:HOTP-SHA1-6:QN08-PSHA1")
                                .response(key, Ocra.Input.of("1"), AT));
        assertThrows(
                IllegalArgumentException.class,
                () ->
                        Ocra.suite("OCRA-1:HOTP-SHA1-6:QN08-S064")
                                .response(key, Ocra.Input.of("1"), AT));
    }
}
