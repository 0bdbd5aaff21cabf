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
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/**
 * Verification of an export of 1,000,000 entries, a process of its own with 256 MB of heap, against
 * SHA-256 alone over the same bytes, on one thread and on as many. Half of the entries disclose two
 * values.
 */
final class VerifyBench {
    private static final int ENTRIES = 1_000_000;
    private static final int RUNS = 3;
    private static final double AIM = 0.5;
    private static final double AIM_OF_ONE = 0.8;

    private VerifyBench() {}

    static void run() throws IOException, GeneralSecurityException, InterruptedException {
        Report.head("Verification of 1,000,000 entries (256 MB of heap, against SHA-256 alone)");
        Path file = Files.createTempFile("earnest-export", ".jsonl");
        try {
            String key = write(file, ENTRIES);
            int threads = Runtime.getRuntime().availableProcessors();
            double[] one = new double[RUNS];
            double[] asMany = new double[RUNS];
            double[] ours = new double[RUNS];
            for (int i = 0; i < RUNS; i++) {
                one[i] = hash(file, 1);
                asMany[i] = hash(file, threads);
                ours[i] = verify(file, key);
            }
            Arrays.sort(one);
            Arrays.sort(asMany);
            Arrays.sort(ours);
            double middle = ours[RUNS / 2];
            Report.line(
                    String.format(
                            Locale.ROOT,
                            "%d MB: verified in %.2f s (%.0f entries a second)",
                            Files.size(file) >> 20,
                            middle,
                            ENTRIES / middle));
            speed("one thread", one[RUNS / 2], middle, AIM_OF_ONE);
            speed(threads + " threads", asMany[RUNS / 2], middle, AIM);
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

    private static void speed(String what, double bare, double ours, double aim) {
        Report.line(
                String.format(
                        Locale.ROOT,
                        "SHA-256 alone, %s, %.2f s: %.2f of its speed, %s %.1f %s",
                        what,
                        bare,
                        bare / ours,
                        bare / ours >= aim ? "aim" : "AIM",
                        aim,
                        bare / ours >= aim ? "met" : "MISSED"));
    }

    /** Each thread hashes a part of the same size. */
    private static double hash(Path file, int threads) throws IOException, InterruptedException {
        long size = Files.size(file);
        long begun = System.nanoTime();
        List<Thread> all = new ArrayList<>();
        for (int i = 0; i < threads; i++) {
            long from = size * i / threads;
            long past = size * (i + 1) / threads;
            all.add(Thread.ofPlatform().start(() -> hash(file, from, past)));
        }
        for (Thread thread : all) {
            thread.join();
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private static void hash(Path file, long from, long past) {
        ByteBuffer buffer = ByteBuffer.allocate(1 << 17);
        try (FileChannel in = FileChannel.open(file)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            in.position(from);
            for (long left = past - from; left > 0; ) {
                buffer.clear().limit((int) Math.min(buffer.capacity(), left));
                left -= in.read(buffer);
                digest.update(buffer.flip());
            }
            digest.digest();
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
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
