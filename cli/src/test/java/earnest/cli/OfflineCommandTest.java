package earnest.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;

/** As `vectors.py` beside the core's test answers. */
class OfflineCommandTest {
    private static final String KEY =
            "16bf5b04391b98b1c007af16263fb9bd26e3fd7400875e8f4119935c8ada9bc6";
    private static final String CHALLENGE = "b4qgskpwa4";
    private static final String PASSWORD = "\u1e9b\u0323\u00dfs*N";
    private static final String ANSWER = "199 610 1673\n";

    @TempDir Path folder;
    private Path file;

    @BeforeEach
    void aKey() throws IOException {
        file = folder.resolve("laptop.key");
        Files.createFile(
                file,
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(file, KEY + "\n");
    }

    private Ran respond(String in, String challenge) {
        return Ran.runWith(
                in, "offline", "respond", "--key-file", file.toString(), "--challenge", challenge);
    }

    private static void refused(int code, String words, Ran ran) {
        assertEquals(code, ran.code(), ran.toString());
        assertTrue(ran.err().contains(words), ran.err());
        assertEquals(1, ran.err().lines().count(), ran.err());
        assertEquals("", ran.out());
    }

    @Test
    void itAnswersForTheFirstLine() {
        for (String in :
                List.of(
                        PASSWORD,
                        PASSWORD + "\n",
                        PASSWORD + "\r\n",
                        PASSWORD + "\nmore\n",
                        "\u1e61\u0323\u00dfs*N".replace("\u1e61", "\u017f\u0307"))) {
            Ran ran = respond(in, CHALLENGE);
            assertEquals(0, ran.code(), ran.err());
            assertEquals(ANSWER, ran.out(), in);
        }
        assertEquals(ANSWER, respond(PASSWORD, "B4QGS-KPWA4").out());
        for (String other : List.of(" " + PASSWORD, PASSWORD + " ", PASSWORD + "\r")) {
            assertFalse(respond(other, CHALLENGE).out().contains(ANSWER), other);
        }
    }

    @Test
    void anEmptyPasswordOrOneThatIsNoTextIsRefused() {
        for (String in : List.of("", "\n", "\r\n", "\nsecond line\n")) {
            refused(2, "is empty", respond(in, CHALLENGE));
        }
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        int code =
                Main.run(
                        List.of(
                                "offline",
                                "respond",
                                "--key-file",
                                file.toString(),
                                "--challenge",
                                CHALLENGE),
                        new ByteArrayInputStream(new byte[] {(byte) 0xff, '\n'}),
                        new PrintStream(new ByteArrayOutputStream(), true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8));
        assertEquals(2, code);
        assertTrue(err.toString(StandardCharsets.UTF_8).contains("is not UTF-8"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "\n", KEY, KEY + "\n\n", KEY + " \n", "0" + KEY + "\n", "g\n"})
    void anyOtherKeyFileIsRefused(String text) throws IOException {
        Files.writeString(file, text);
        refused(2, "64 hexadecimal digits", respond("x", CHALLENGE));
    }

    @Test
    void aKeyMayBeInCapitals() throws IOException {
        Files.writeString(file, KEY.toUpperCase(java.util.Locale.ROOT) + "\n");
        assertEquals(ANSWER, respond(PASSWORD, CHALLENGE).out());
    }

    @ParameterizedTest
    @ValueSource(strings = {"rw-r-----", "rw----r--", "r--------", "rwx------", "rw--w----"})
    void aKeyFileIsItsOwnersAlone(String mode) throws IOException {
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(mode));
        refused(2, "chmod 600", respond("x", CHALLENGE));
    }

    @Test
    void whatIsMissingOrNotThereIsNamed() {
        refused(2, "--key-file: is missing", Ran.run("offline", "respond"));
        refused(
                2,
                "--challenge: is missing",
                Ran.run("offline", "respond", "--key-file", file.toString()));
        refused(2, "the last character does not fit", respond("x", "b4qgskpwa5"));
        file = folder.resolve("none");
        refused(2, "there is no such file", respond("x", CHALLENGE));
        file = folder;
        refused(2, "is no file", respond("x", CHALLENGE));
        refused(2, "say which", Ran.run("offline"));
        refused(2, "say which", Ran.run("offline", "tea"));
        refused(2, "--check: is missing", Ran.run("offline", "challenge"));
        refused(2, "unknown option", Ran.run("offline", "challenge", "--chek", "x"));
    }

    @Test
    void aChallengeIsChecked() {
        Ran right = Ran.run("offline", "challenge", "--check", "B4QGS kpwa4");
        assertEquals(new Ran(0, "", ""), right);
        refused(
                1,
                "the last character does not fit",
                Ran.run("offline", "challenge", "--check", "b4qgskpwa5"));
        refused(1, "has 9 characters", Ran.run("offline", "challenge", "--check", "b4qgskpwa"));
        refused(1, "has 0 characters", Ran.run("offline", "challenge", "--check", ""));
        refused(1, "“l” is in no", Ran.run("offline", "challenge", "--check", "l4qgskpwa4"));
    }
}
