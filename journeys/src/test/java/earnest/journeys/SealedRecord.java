package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.record.ExportCheck;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Ground;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;

/** Load on the sealed record, and whether it is whole after what was done to the server. */
final class SealedRecord {
    private static final int WRITERS = 3;

    private SealedRecord() {}

    /** Reads the record over and over: each reading is an entry. */
    static List<Thread> load(Ground ground, String url, AtomicBoolean going) {
        List<Thread> writers = new ArrayList<>();
        for (int i = 0; i < WRITERS; i++) {
            Desk elif = Desk.signIn(ground, url, "elif.hartono");
            writers.add(
                    Thread.ofVirtual()
                            .start(
                                    () -> {
                                        while (going.get()) {
                                            try {
                                                elif.api().get("/api/record?kind=line-dropped");
                                            } catch (UncheckedIOException | AssertionError cutOff) {
                                                return; // the server was killed
                                            }
                                        }
                                    }));
        }
        return writers;
    }

    static void join(List<Thread> writers) {
        for (Thread writer : writers) {
            try {
                writer.join();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
    }

    /** Everything is sealed again, and the whole goes through all that the witness ever got. */
    static void isWhole(Ground ground, String url) {
        Desk elif = Desk.signIn(ground, url, "elif.hartono");
        Eventually.waitFor(
                "all to be sealed and witnessed",
                () -> {
                    var status = elif.api().get("/api/record/seal").ok();
                    return status.get("pending").asLong() == 0
                            && status.get("witnesses").get(0).get("size").asLong()
                                    == status.get("size").asLong();
                });
        SealKey key = SealKey.read(elif.api().get("/api/record/key").ok().get("key").asString());
        List<Seal> seals = witnessed(ground);
        ExportCheck check = new ExportCheck(key, seals);
        elif.api()
                .get("/api/record/export")
                .text()
                .lines()
                .forEach(
                        line -> {
                            byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
                            check.line(bytes, 0, bytes.length);
                        });
        Verification verification = check.end();
        assertThat(verification.outcome())
                .as(verification.words())
                .isEqualTo(Verification.Outcome.PROVED);
        assertThat(seals).hasSizeGreaterThan(1);
    }

    private static List<Seal> witnessed(Ground ground) {
        Path file = ground.home().resolve("witness/seals.txt");
        try {
            List<Seal> seals = new ArrayList<>();
            for (String note : Files.readString(file).split("(?<=\n)\n(?!\u2014 )")) {
                if (!note.isBlank()) {
                    seals.add(Seal.read(note));
                }
            }
            return seals;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
