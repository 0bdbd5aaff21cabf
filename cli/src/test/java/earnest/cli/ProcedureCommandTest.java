package earnest.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

class ProcedureCommandTest {
    private static final String SOUND =
            """
            procedure hello
              title "Hello"
              starts on by hand
              otherwise
                pass to leads

              close "Done"
            """;

    @TempDir Path folder;

    private String file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text).toString();
    }

    @Test
    void soundOnesSayNothing() throws IOException {
        String file = file("hello.procedure", SOUND);
        assertEquals(new Ran(0, "", ""), Ran.run("procedure", "check", file));
        assertEquals(new Ran(0, SOUND, ""), Ran.run("procedure", "format", file));
        assertEquals(new Ran(0, "close \"Done\"\n", ""), Ran.run("procedure", "paths", file));
    }

    @Test
    void warningsExitWith0AndErrorsWith1() throws IOException {
        String asks = "  ask \"Which?\" as berth\n  close";
        String warned = file("warned", SOUND.replace("  close", asks));
        Ran warning = Ran.run("procedure", "check", warned);
        assertEquals(0, warning.code(), warning.out());
        assertTrue(
                warning.out()
                        .startsWith(
                                "{\"file\":\"%s\",\"line\":7,\"code\":\"unused\",\"level\":\"warning\",\"words\":\""
                                        .formatted(warned)),
                warning.out());
        String open = file("open", SOUND.replace("hello", "open").replace("close", "note"));
        Ran both = Ran.run("procedure", "check", warned, open);
        assertEquals(1, both.code());
        assertEquals(2, both.out().lines().count(), both.out());
        assertTrue(both.out().contains("\"line\":7,\"code\":\"no-way-out\",\"level\":\"error\""));
    }

    @Test
    void namesAreJudgedByTheWorld() throws IOException {
        String file = file("hello.procedure", SOUND);
        String world = file("world.json", "{\"teams\":[\"leaders\"]}");
        Ran ran = Ran.run("procedure", "check", file, "--world", world);
        assertEquals(1, ran.code());
        assertTrue(ran.out().contains("\"line\":5,\"code\":\"unknown-name\""), ran.out());
        assertTrue(ran.out().contains("did you mean 'leaders'?"), ran.out());
    }

    @Test
    void badInputExitsWith2AndOneLine() throws IOException {
        String file = file("hello.procedure", SOUND);
        Path latin = Files.write(folder.resolve("latin"), new byte[] {(byte) 0xe9, '\n'});
        for (String[] args :
                List.of(
                        new String[] {"procedure"},
                        new String[] {"procedure", "chek", file},
                        new String[] {"procedure", "check"},
                        new String[] {"procedure", "check", folder.resolve("none").toString()},
                        new String[] {"procedure", "check", latin.toString()},
                        new String[] {"procedure", "check", file, file},
                        new String[] {"procedure", "check", file, "--world", file},
                        new String[] {
                            "procedure", "check", file, "--world", file("w", "{\"teams\":1}")
                        },
                        new String[] {"procedure", "format", file, file},
                        new String[] {"procedure", "paths", "--loops", file})) {
            Ran ran = Ran.run(args);
            assertEquals(2, ran.code(), String.join(" ", args));
            assertEquals(1, ran.err().lines().count(), ran.err());
            assertEquals("", ran.out());
        }
    }

    @Test
    void whatCannotBeReadIsNotPrinted() throws IOException {
        String file = file("broken", SOUND.replace("pass to", "pas to"));
        Ran ran = Ran.run("procedure", "format", file);
        assertEquals(1, ran.code());
        assertTrue(
                ran.err().contains("line 5: no step begins with 'pas'; did you mean 'pass'?"),
                ran.err());
    }
}
