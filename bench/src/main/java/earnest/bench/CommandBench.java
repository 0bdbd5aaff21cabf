package earnest.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** How long the commands of the core take, start and end included. */
final class CommandBench {
    private static final double AIM_SECONDS = 1.5;
    private static final int TIMES = 5;

    /** Entries of a small export. */
    private static final int SMALL = 1_000;

    private CommandBench() {}

    static void run(Path checkout)
            throws IOException, InterruptedException, GeneralSecurityException {
        Report.head("Commands (the slowest of five, after one that builds; aim 1.5 s)");
        Path policy = Files.createTempFile("policy", ".json");
        Files.writeString(
                policy, "{\"minLength\":12,\"atLeast\":{\"lower\":1,\"upper\":1,\"digit\":1}}");
        measure(checkout, "spell", "KA7Mrx42");
        measure(checkout, "assess", "core/src/test/resources/assurance/vectors.json");
        String procedures = "core/src/test/resources/procedures/";
        measure(
                checkout,
                "procedure",
                "check",
                procedures + "lost-password-at-sea.procedure",
                "--world",
                procedures + "world.json");
        for (String style : List.of("read-aloud", "spoken", "copied")) {
            measure(checkout, "password", "--policy", policy.toString(), "--style", style);
        }
        Path export = Files.createTempFile("export", ".jsonl");
        String key = VerifyBench.write(export, SMALL);
        measure(checkout, "verify", export.toString(), "--key", key);
        Files.delete(export);
        Files.delete(policy);
    }

    private static void measure(Path checkout, String... words)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(checkout.resolve("earnest").toString()));
        command.addAll(List.of(words));
        double slowest = 0;
        for (int i = 0; i <= TIMES; i++) {
            long begun = System.nanoTime();
            int code =
                    new ProcessBuilder(command)
                            .directory(checkout.toFile())
                            .redirectOutput(new File("/dev/null"))
                            .start()
                            .waitFor();
            if (code != 0) {
                throw new IllegalStateException(String.join(" ", words) + " ended with " + code);
            }
            if (i > 0) {
                slowest = Math.max(slowest, (System.nanoTime() - begun) / 1e9);
            }
        }
        Report.line(
                String.format(
                        Locale.ROOT,
                        "%-60s %.2f s, %s",
                        words[0] + (words.length > 4 ? " " + words[4] : ""),
                        slowest,
                        slowest <= AIM_SECONDS ? "met" : "MISSED"));
    }
}
