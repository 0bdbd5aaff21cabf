package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.record.ExportCheck;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.core.record.Verdict;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * {@code kill -9} of the node that seals, under load: no gap, no fork, every seal goes on from the
 * one before, and what was not sealed is sealed after the restart.
 */
@Order(6)
@ExtendWith(World.Running.class)
class SealCrashTest {
    /** The full 50 are run with {@code -Dearnest.kills=50}. */
    private static final int KILLS = Integer.getInteger("earnest.kills", 4);

    private static final int WRITERS = 3;
    private World world;

    /** Reads the record over and over: each reading is an entry. */
    private List<Thread> load(AtomicBoolean going) {
        List<Thread> writers = new ArrayList<>();
        for (int i = 0; i < WRITERS; i++) {
            Desk elif = world.desk("elif.hartono");
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

    private void killedUnderLoad(Runnable untilKill) {
        AtomicBoolean going = new AtomicBoolean(true);
        List<Thread> writers = load(going);
        untilKill.run();
        world.server().kill();
        going.set(false);
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
    private void isWhole() {
        Desk elif = world.desk("elif.hartono");
        Eventually.waitFor(
                "all to be sealed and witnessed",
                () -> {
                    var status = elif.api().get("/api/record/seal").ok();
                    return status.get("pending").asLong() == 0
                            && status.get("witnesses").get(0).get("size").asLong()
                                    == status.get("size").asLong();
                });
        SealKey key = SealKey.read(elif.api().get("/api/record/key").ok().get("key").asString());
        List<Seal> seals = witnessed();
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
        Verdict verdict = check.end();
        assertThat(verdict.outcome()).as(verdict.words()).isEqualTo(Verdict.Outcome.PROVED);
        assertThat(seals).hasSizeGreaterThan(1);
    }

    private List<Seal> witnessed() {
        Path file = world.ground().home().resolve("witness/seals.txt");
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

    @ParameterizedTest
    @ValueSource(
            strings = {
                "seal-before-numbers",
                "seal-after-numbers",
                "seal-before-signed",
                "seal-after-signed"
            })
    void killedAtACommit(String waypoint, World given) throws IOException {
        world = given;
        Path hold = world.ground().home().resolve("hold");
        Path reached = world.ground().home().resolve("reached");
        Files.deleteIfExists(reached);
        killedUnderLoad(
                () -> {
                    try {
                        Files.writeString(hold, waypoint);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                    Eventually.waitFor("the waypoint " + waypoint, () -> Files.exists(reached));
                });
        Files.delete(hold);
        world.server().startAgain();
        isWhole();
    }

    @Test
    void killedAtAnyMoment(World given) throws InterruptedException {
        world = given;
        for (int i = 0; i < KILLS; i++) {
            long wait = ThreadLocalRandom.current().nextLong(300, 2_500);
            killedUnderLoad(
                    () -> {
                        try {
                            Thread.sleep(wait);
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                        }
                    });
            world.server().startAgain();
        }
        isWhole();
    }
}
