package earnest.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

class GatewayCommandTest {
    private static final String SAMPLE =
            "curl https://x.example/s -u acme:hunter22 -d to=447700900123 -d t=Hello";
    @TempDir Path folder;

    private String file(String name, String content) throws IOException {
        return Files.writeString(folder.resolve(name), content).toString();
    }

    private String description() throws IOException {
        Ran learned =
                Ran.run(
                        "gateway",
                        "learn",
                        file("sample", SAMPLE),
                        "--mark",
                        "number=+447700900123",
                        "--mark",
                        "text=Hello",
                        "--mark",
                        "user=acme",
                        "--mark",
                        "password=hunter22");
        assertEquals(0, learned.code(), learned.err());
        return file("description", learned.out());
    }

    private Ran render(String text, String... more) throws IOException {
        String[] args = {
            "gateway",
            "render",
            description(),
            "--value",
            "number=+447700900456",
            "--value",
            "text=" + text,
            "--value",
            "user=u",
            "--value",
            "password=geheim"
        };
        String[] all = java.util.Arrays.copyOf(args, args.length + more.length);
        System.arraycopy(more, 0, all, args.length, more.length);
        return Ran.run(all);
    }

    @Test
    void secretsAreShownToWhoAsksForThemOnly() throws IOException {
        Ran hidden = render("Hi");
        assertEquals(0, hidden.code(), hidden.err());
        assertTrue(hidden.out().contains("\r\nAuthorization: Basic •••\r\n"), hidden.out());
        assertFalse(hidden.out().contains("geheim"));
        assertTrue(hidden.out().endsWith("\r\n\r\nto=447700900456&t=Hi"), hidden.out());
        assertTrue(render("Hi", "--show-secrets").out().contains("Basic dTpnZWhlaW0="));
    }

    @Test
    void aTextIsTakenFromAFileByteByByte() throws IOException {
        String text = file("text", "a\r\nb\n");
        assertTrue(render("@" + text).out().endsWith("&t=a%0D%0Ab%0A"));
        assertTrue(render("@@home").out().endsWith("&t=%40home"));
        Files.write(folder.resolve("latin"), new byte[] {'a', (byte) 0xe9});
        Ran refused = render("@" + folder.resolve("latin"));
        assertEquals(2, refused.code());
        assertTrue(refused.err().contains("is not UTF-8"), refused.err());
    }

    @Test
    void whatCannotBeIsRefusedAndNothingPrinted() throws IOException {
        String description = description();
        for (String[] args :
                new String[][] {
                    {"gateway"},
                    {"gateway", "learn", file("s", SAMPLE)},
                    {"gateway", "learn", file("s", SAMPLE), "--mark", "text=Nothing"},
                    {"gateway", "learn", file("s", SAMPLE), "--mark", "colour=red"},
                    {"gateway", "learn", file("s", SAMPLE), "--mark", "text"},
                    {"gateway", "learn", folder + "/none", "--mark", "text=Hello"},
                    {"gateway", "render", description, "--value", "text=Hi"},
                    {"gateway", "render", file("no", "{}"), "--value", "text=Hi"},
                }) {
            Ran refused = Ran.run(args);
            assertEquals(2, refused.code(), String.join(" ", args));
            assertEquals("", refused.out());
            assertEquals(1, refused.err().lines().count());
        }
        Ran colon = render("Hi", "--value", "user=a:b");
        assertEquals(2, colon.code());
    }
}
