package earnest.journeys;

import earnest.testkit.Eventually;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.extension.ExtendWith;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
    private World world;

    private void killedUnderLoad(Runnable untilKill) {
        AtomicBoolean going = new AtomicBoolean(true);
        List<Thread> writers = SealedRecord.load(world.ground(), world.ground().serverUrl(), going);
        untilKill.run();
        world.server().kill();
        going.set(false);
        SealedRecord.join(writers);
    }

    @Cases(
            value = {
                "seal-before-numbers",
                "seal-after-numbers",
                "seal-before-signed",
                "seal-after-signed"
            },
            sample = {"seal-after-numbers"})
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
        SealedRecord.isWhole(world.ground(), world.ground().serverUrl());
    }

    @Cases(times = 50)
    void killedAtAnyMoment(String once, World given) {
        world = given;
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
        SealedRecord.isWhole(world.ground(), world.ground().serverUrl());
    }
}
