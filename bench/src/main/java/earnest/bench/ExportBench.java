package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Ground;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Export of 1,000,000 entries by a server with 256 MB of heap, against reading the same rows from
 * the database; then {@code verify} of what came. Half of the entries disclose two values.
 */
final class ExportBench {
    private static final int ENTRIES = 1_000_000;
    private static final int OF_A_TICKET = 30;
    private static final String HEAP = "256m";
    private static final Duration UNTIL_SEALED = Duration.ofMinutes(15);

    private final Ground ground;

    ExportBench(Ground ground) {
        this.ground = ground;
    }

    void run() throws SQLException, IOException, InterruptedException {
        Report.head("Export of 1,000,000 entries (server with 256 MB of heap)");
        ServerProcess server = ServerProcess.startWithHeap(ground, HEAP);
        Path file = Files.createTempFile("earnest-export", ".jsonl");
        try (Connection database = FindBench.connect(ground)) {
            Desk.untilReady(ground, new People(ground).next());
            Desk elif = Desk.signIn(ground, "elif.hartono");
            long begun = System.nanoTime();
            new ManyEntries(database, i -> ManyEntries.id(i / OF_A_TICKET)).add(0, ENTRIES);
            seal(elif, begun);
            double bare = read(database);
            double ours = export(file);
            Report.line(
                    String.format(
                            Locale.ROOT,
                            "%d MB in %.1f s (%.0f entries a second), the bare rows in %.1f s:"
                                    + " %.2f times; the server's peak was %s",
                            Files.size(file) >> 20,
                            ours,
                            ENTRIES / ours,
                            bare,
                            ours / bare,
                            peak(server.pid())));
            verify(file, elif.api().get("/api/record/key").ok().get("key").asString());
        } finally {
            server.stop();
            Files.delete(file);
        }
    }

    private static void seal(Desk elif, long begun) {
        JsonNode sealed =
                Eventually.get(
                        "all to be sealed",
                        UNTIL_SEALED,
                        () ->
                                Optional.of(elif.api().get("/api/record/seal").ok())
                                        .filter(s -> s.get("pending").asLong() < 10)
                                        .filter(s -> s.get("size").asLong() > ENTRIES));
        double seconds = (System.nanoTime() - begun) / 1e9;
        Report.line(
                String.format(
                        Locale.ROOT,
                        "%d entries were put into the tables in bulk, numbered and sealed at %.0f"
                                + " a second",
                        sealed.get("size").asLong(),
                        sealed.get("size").asLong() / seconds));
    }

    /** The same rows, as they come. */
    private static double read(Connection database) throws SQLException {
        long begun = System.nanoTime();
        long bytes = 0;
        for (String question :
                List.of(
                        "select n.number, e.id, e.leaf from entry_number n join entry e on e.id ="
                                + " n.entry_id order by n.number",
                        "select entry_id, field, value, salt from entry_personal order by"
                                + " entry_id, field")) {
            try (Statement statement = database.createStatement()) {
                statement.setFetchSize(1_000);
                ResultSet rows = statement.executeQuery(question);
                while (rows.next()) {
                    bytes += rows.getBytes(3).length;
                }
            }
        }
        if (bytes < ENTRIES) {
            throw new IllegalStateException("the rows are missing");
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private double export(Path file) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        run(file, 0, "record", "export", "--as", "elif.hartono");
        return (System.nanoTime() - begun) / 1e9;
    }

    private void verify(Path file, String key) throws IOException, InterruptedException {
        Path said = Files.createTempFile("earnest-verdict", ".txt");
        run(said, 0, "verify", file.toString(), "--key", key);
        Report.line("verify, with its 192 MB of heap: " + Files.readString(said).split("\\.")[0]);
        Files.delete(said);
    }

    private void run(Path out, int expected, String... arguments)
            throws IOException, InterruptedException {
        ProcessBuilder command = new ProcessBuilder(arguments);
        command.command().addFirst(ground.checkout().resolve("earnest").toString());
        command.environment().put("EARNEST_URL", ground.serverUrl());
        command.environment().put("EARNEST_PASSWORD", ground.secret("demo-sign-in"));
        command.environment().put("EARNEST_CODE", ground.staff().code("elif.hartono"));
        int code =
                command.redirectOutput(out.toFile())
                        .redirectError(ProcessBuilder.Redirect.INHERIT)
                        .start()
                        .waitFor();
        if (code != expected) {
            throw new IllegalStateException(arguments[0] + " ended with " + code);
        }
    }

    private static String peak(long pid) throws IOException {
        return Files.readAllLines(Path.of("/proc/" + pid + "/status")).stream()
                .filter(line -> line.startsWith("VmHWM"))
                .findFirst()
                .orElse("?")
                .replaceAll("VmHWM:\\s+", "");
    }
}
