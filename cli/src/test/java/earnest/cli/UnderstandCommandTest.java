package earnest.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

class UnderstandCommandTest {
    @TempDir Path folder;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    private int run(String json, String... options) throws IOException {
        String file = Files.writeString(folder.resolve("messages.json"), json).toString();
        return Main.run(
                options.length == 0
                        ? List.of("understand", file)
                        : List.of("understand", file, options[0]),
                InputStream.nullInputStream(),
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(err, true, StandardCharsets.UTF_8));
    }

    @Test
    void itSaysWhatIsWantedAndShowsNoSecret() throws IOException {
        int code =
                run(
                        """
                        {"messages":[{"id":"a","text":"I am locked out, my password is Hunter2!"}],
                         "systems":{"directory":["the directory"]},"region":"GB",
                         "now":"2026-11-23T10:00:00Z","quiet":["is the tide high"]}
                        """,
                        "--explain");
        String said = out.toString(StandardCharsets.UTF_8);
        assertEquals(0, code, err.toString(StandardCharsets.UTF_8));
        assertTrue(said.contains("\"id\":\"a\",\"wants\":[{\"want\":\"locked-out\""), said);
        assertTrue(said.contains("\"secrets\":[{\"from\":32,\"to\":40}]"), said);
        assertTrue(said.contains("\"masked\":\"I am locked out, my password is •••\""), said);
        assertTrue(said.contains("\"weighed\":[{\"word\":"), said);
        assertFalse(said.toLowerCase(Locale.ROOT).contains("hunter"), said);
    }

    @Test
    void whatIsWrongIsNamed() throws IOException {
        assertEquals(2, run("{\"messages\":[{\"id\":\"a\"}]}"));
        assertEquals(2, run("{\"message\":[]}"));
        assertEquals(2, run("{\"messages\":[{\"id\":\"a\",\"text\":\"x\",\"more\":1}]}"));
        assertEquals(2, run("{\"messages\":[],\"now\":\"today\"}"));
        assertEquals(2, run("{\"messages\":[],\"systems\":[]}"));
        String[] lines = err.toString(StandardCharsets.UTF_8).strip().split("\n");
        assertEquals(5, lines.length);
        assertTrue(lines[0].contains("messages[0].text"), lines[0]);
    }
}
