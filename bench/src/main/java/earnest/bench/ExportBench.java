package earnest.bench;

import earnest.core.record.Commitment;
import earnest.core.record.Leaf;
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
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;

/**
 * Export of 1,000,000 entries by a server with 256 MB of heap, against reading the same rows from
 * the database; then {@code verify} of what came. Half of the entries disclose two values.
 */
final class ExportBench {
    private static final int ENTRIES = 1_000_000;
    private static final int BATCH = 5_000;
    private static final int OF_A_TICKET = 30;
    private static final String HEAP = "256m";
    private static final Duration UNTIL_SEALED = Duration.ofMinutes(15);
    private static final Instant BEGUN = Instant.parse("2026-01-02T03:04:05.000001Z");

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
            insert(database);
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

    /** As many entries appended, which are still to be numbered. */
    private static void insert(Connection database) throws SQLException {
        Random random = new Random(7);
        database.setAutoCommit(false);
        try (PreparedStatement entry =
                        database.prepareStatement(
                                "insert into entry (id, at, kind, actor_type, actor_id, ticket_id,"
                                        + " person_id, leaf) values (?, ?, ?, ?, ?, ?, ?, ?)");
                PreparedStatement personal =
                        database.prepareStatement(
                                "insert into entry_personal (entry_id, field, value, salt) values"
                                        + " (?, ?, ?, ?)");
                PreparedStatement pending =
                        database.prepareStatement(
                                "insert into entry_pending (entry_id) values (?)")) {
            for (int i = 0; i < ENTRIES; i++) {
                UUID id = uuid(BEGUN.toEpochMilli() << 16, 7, i);
                add(id, i, random, entry, personal);
                pending.setObject(1, id);
                pending.addBatch();
                if ((i + 1) % BATCH == 0) {
                    entry.executeBatch();
                    personal.executeBatch();
                    pending.executeBatch();
                    database.commit();
                }
            }
        }
        database.setAutoCommit(true);
    }

    private static void add(
            UUID id, int i, Random random, PreparedStatement entry, PreparedStatement personal)
            throws SQLException {
        // A ticket's entries stand together, as they do in life.
        UUID somebody = uuid(BEGUN.toEpochMilli() << 16, 7, i / OF_A_TICKET);
        Map<String, String> commitments = new LinkedHashMap<>();
        for (String field : i % 2 == 0 ? List.of("actor", "person") : List.<String>of()) {
            byte[] salt = new byte[Commitment.SALT_BYTES];
            random.nextBytes(salt);
            String value = "Somebody of the desk " + i;
            commitments.put(field, Commitment.to(value, salt));
            personal.setObject(1, id);
            personal.setString(2, field);
            personal.setString(3, value);
            personal.setBytes(4, salt);
            personal.addBatch();
        }
        String kind = "check-passed";
        Instant at = BEGUN.plusMillis(i);
        Leaf.Actor actor = new Leaf.Actor("analyst", somebody.toString(), "password");
        Leaf leaf =
                new Leaf(
                        id,
                        somebody,
                        at,
                        kind,
                        actor,
                        somebody,
                        somebody,
                        somebody,
                        null,
                        null,
                        null,
                        null,
                        null,
                        Map.of("check", somebody.toString(), "method", "call-back", "n", i),
                        commitments,
                        "node-1");
        entry.setObject(1, id);
        entry.setObject(2, java.sql.Timestamp.from(at));
        entry.setString(3, kind);
        entry.setString(4, actor.type());
        entry.setString(5, actor.id());
        entry.setObject(6, somebody);
        entry.setObject(7, somebody);
        entry.setString(8, leaf.canonical());
        entry.addBatch();
    }

    /** With the marks of RFC 9562, which the database asks for. */
    private static UUID uuid(long most, long version, long least) {
        return new UUID(
                most & ~0xF000L | version << 12, least & 0x3FFFFFFFFFFFFFFFL | 0x8000000000000000L);
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
