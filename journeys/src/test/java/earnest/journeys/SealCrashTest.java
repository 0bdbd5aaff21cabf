package earnest.journeys;

import earnest.testkit.Eventually;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

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
    /** The full 50 are run with {@code -Dearnest.kills=50}. */
    private static final int KILLS = Integer.getInteger("earnest.kills", 4);

    private World world;

    private void killedUnderLoad(Runnable untilKill) {
        AtomicBoolean going = new AtomicBoolean(true);
        List<Thread> writers = SealedRecord.load(world.ground(), world.ground().serverUrl(), going);
        untilKill.run();
        world.server().kill();
        going.set(false);
        SealedRecord.join(writers);
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
        SealedRecord.isWhole(world.ground(), world.ground().serverUrl());
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
        SealedRecord.isWhole(world.ground(), world.ground().serverUrl());
    }
}
