package earnest.core.offline;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.json.Json;
import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;

class OfflineTest {
    private static final byte[] KEY = new byte[OfflineAnswer.KEY_BYTES];
    private static final Challenge CHALLENGE = Challenge.read("abcde fghjd");

    private static String answer(byte[] key, Challenge challenge, String password) {
        try (Secret typed = Secret.of(password);
                Secret answer = OfflineAnswer.of(key, challenge, typed)) {
            return answer.open(String::new);
        }
    }

    static List<String[]> vectors() throws IOException {
        try (InputStream file = OfflineTest.class.getResourceAsStream("/offline/vectors.tsv")) {
            String all =
                    new String(Objects.requireNonNull(file).readAllBytes(), StandardCharsets.UTF_8);
            return all.lines().map(line -> line.split("\t")).toList();
        }
    }

    @ParameterizedTest
    @MethodSource("vectors")
    void anIndependentImplementationAnswersTheSame(
            String key, String question, String password, String answer) throws Exception {
        assertEquals(
                answer,
                answer(
                        HexFormat.of().parseHex(key),
                        Challenge.read(question),
                        (String) Json.read(password.getBytes(StandardCharsets.UTF_8))));
    }

    @Test
    void itIsForOnePasswordOneChallengeAndOneMachine() {
        String right = answer(KEY, CHALLENGE, "Copper-kettle");
        assertNotEquals(right, answer(KEY, CHALLENGE, "copper-kettle"));
        assertNotEquals(right, answer(KEY, Challenge.read("22222 22222"), "Copper-kettle"));
        byte[] other = KEY.clone();
        other[31] = 1;
        assertNotEquals(right, answer(other, CHALLENGE, "Copper-kettle"));
        assertEquals(answer(KEY, CHALLENGE, "caf\u00e9"), answer(KEY, CHALLENGE, "cafe\u0301"));
        try (Secret ten = Secret.of("0123456789")) {
            assertEquals("012 345 6789", OfflineAnswer.shown(ten));
        }
    }

    @Test
    void aKeyHas32Bytes() {
        for (int length : new int[] {0, 31, 33}) {
            assertThrows(
                    IllegalArgumentException.class, () -> answer(new byte[length], CHALLENGE, "x"));
        }
    }

    @ParameterizedTest
    @CsvSource({"abcde fghjd", "ABCDE-FGHJD", "' a b-c d e f g h j d - '", "abcdefghjd"})
    void oneIsReadHoweverItIsTyped(String typed) {
        assertEquals("abcdefghjd", Challenge.read(typed).question());
        assertEquals("abcde fghjd", Challenge.read(typed).shown());
    }

    @ParameterizedTest
    @CsvSource({
        "'', has 0 characters",
        "abcdefghj, has 9 characters",
        "abcdefghjdr, has 11 characters",
        "abcdefgh0d, “0” is in no challenge",
        "abcdefghld, “l” is in no challenge",
        "abcde_fghj, “_” is in no challenge",
        "\u212abcdefghjd, “\u212a” is in no challenge",
        "\ud83d\udea2, “\ud83d\udea2” is in no challenge",
        "abcdefghjs, the last character does not fit",
    })
    void whatIsWrongIsSaid(String typed, String words) {
        IllegalArgumentException wrong =
                assertThrows(IllegalArgumentException.class, () -> Challenge.read(typed));
        assertTrue(
                Objects.requireNonNull(wrong.getMessage()).startsWith(words), wrong.getMessage());
    }

    /** The alphabet has a prime number of characters, so that no such slip stays unseen. */
    @Test
    void oneMisreadOrTwoSwappedAreAlwaysSeen() {
        String right = CHALLENGE.question();
        for (int i = 0; i < right.length(); i++) {
            for (char c : Challenge.ALPHABET.toCharArray()) {
                String misread = right.substring(0, i) + c + right.substring(i + 1);
                if (c != right.charAt(i)) {
                    assertThrows(IllegalArgumentException.class, () -> Challenge.read(misread));
                }
            }
        }
        for (int i = 0; i + 2 < right.length(); i++) {
            String swapped =
                    right.substring(0, i)
                            + right.charAt(i + 1)
                            + right.charAt(i)
                            + right.substring(i + 2);
            assertThrows(IllegalArgumentException.class, () -> Challenge.read(swapped));
        }
    }
}
