package earnest.cli;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** What a command came to. */
record Ran(int code, String out, String err) {
    /** Runs a command with nothing on standard input. */
    static Ran run(String... args) {
        return runWith("", args);
    }

    /** Runs a command with a text on standard input. */
    static Ran runWith(String in, String... args) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        int code =
                Main.run(
                        List.of(args),
                        new ByteArrayInputStream(in.getBytes(StandardCharsets.UTF_8)),
                        new PrintStream(out, true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8));
        return new Ran(
                code, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }
}
