package earnest.bench;

import earnest.core.record.CanonicalJson;
import earnest.core.record.Checkpoint;
import earnest.core.record.Commitment;
import earnest.core.record.Frontier;
import earnest.core.record.Leaf;
import earnest.core.record.Lines;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/**
 * Verification of an export of 1,000,000 entries, a process of its own with 256 MB of heap, against
 * SHA-256 alone over the same bytes. Half of the entries disclose two values.
 */
final class VerifyBench {
    private static final int ENTRIES = 1_000_000;
    private static final int RUNS = 3;
    private static final double AIM = 0.5;

    private VerifyBench() {}

    static void run() throws IOException, GeneralSecurityException, InterruptedException {
        Report.head("Verification of 1,000,000 entries (256 MB of heap, against SHA-256 alone)");
        Path file = Files.createTempFile("earnest-export", ".jsonl");
        try {
            String key = write(file, ENTRIES);
            double[] bare = new double[RUNS];
            double[] ours = new double[RUNS];
            for (int i = 0; i < RUNS; i++) {
                bare[i] = hash(file);
                ours[i] = verify(file, key);
            }
            Arrays.sort(bare);
            Arrays.sort(ours);
            double speed = bare[RUNS / 2] / ours[RUNS / 2];
            Report.line(
                    String.format(
                            Locale.ROOT,
                            "%d MB: verified in %.2f s (%.0f entries a second), SHA-256 alone %.2f"
                                    + " s: %.2f of its speed%s",
                            Files.size(file) >> 20,
                            ours[RUNS / 2],
                            ENTRIES / ours[RUNS / 2],
                            bare[RUNS / 2],
                            speed,
                            speed >= AIM ? ", aim 0.5 met" : ", AIM 0.5 MISSED"));
        } finally {
            Files.delete(file);
        }
    }

    /** Writes an export; gives the key that it is checked with. */
    static String write(Path file, int entries) throws IOException, GeneralSecurityException {
        Random random = new Random(7);
        KeyPair pair = KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        SealKey key = SealKey.of("bench", pair.getPublic());
        Frontier tree = new Frontier();
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            for (int i = 0; i < entries; i++) {
                Map<String, Lines.Value> values = new LinkedHashMap<>();
                Map<String, String> personal = new LinkedHashMap<>();
                for (String field : i % 2 == 0 ? List.of("actor", "person") : List.<String>of()) {
                    byte[] salt = new byte[Commitment.SALT_BYTES];
                    random.nextBytes(salt);
                    Lines.Value value = new Lines.Value("Somebody of the desk " + i, salt);
                    values.put(field, value);
                    personal.put(field, Commitment.to(value.value(), salt));
                }
                String leaf = leaf(i, random, personal);
                tree.add(Leaf.hash(leaf));
                out.write(Lines.entry(i, leaf, values));
                out.write('\n');
            }
            Seal seal =
                    Seal.sign(
                            new Checkpoint("bench", tree.size(), tree.root(), Instant.now()),
                            key,
                            pair.getPrivate());
            out.write(Lines.seal(seal.note(), List.of(), List.of(), List.of()));
            out.write('\n');
        }
        return key.text();
    }

    private static String leaf(int i, Random random, Map<String, String> personal) {
        return CanonicalJson.write(
                Map.of(
                        "id", uuid(random),
                        "at", "2026-11-23T10:12:00.123456Z",
                        "kind", "check-passed",
                        "actor",
                                Map.of(
                                        "type", "analyst",
                                        "id", uuid(random),
                                        "signedInBy", "password"),
                        "ticket", uuid(random),
                        "conversation", uuid(random),
                        "person", uuid(random),
                        "data", Map.of("check", uuid(random), "method", "call-back", "n", i),
                        "personal", personal,
                        "version", 1));
    }

    private static String uuid(Random random) {
        return new UUID(random.nextLong(), random.nextLong()).toString();
    }

    private static double hash(Path file) throws IOException, GeneralSecurityException {
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        byte[] buffer = new byte[1 << 17];
        long begun = System.nanoTime();
        try (InputStream in = Files.newInputStream(file)) {
            int read;
            while ((read = in.read(buffer)) > 0) {
                digest.update(buffer, 0, read);
            }
        }
        digest.digest();
        return (System.nanoTime() - begun) / 1e9;
    }

    /** With the start of the process, as somebody at the command line has it. */
    private static double verify(Path file, String key) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                "-Xmx256m",
                                "-XX:+UseSerialGC",
                                "-cp",
                                System.getProperty("java.class.path"),
                                "earnest.cli.Main",
                                "verify",
                                file.toString(),
                                "--key",
                                key)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .redirectError(ProcessBuilder.Redirect.INHERIT)
                        .start();
        int code = process.waitFor();
        if (code != 0) {
            throw new IllegalStateException("the export was not proved: " + code);
        }
        return (System.nanoTime() - begun) / 1e9;
    }
}
