package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Ground;
import earnest.testkit.ServerProcess;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * Two nodes on one database: when the one that seals dies, or only seems to, the other takes over
 * within seconds; and one that comes back from standing still does no harm with what it remembers.
 */
@Order(8)
@ExtendWith(World.Running.class)
class TwoNodesTest {
    /** Missed heartbeats of four seconds, and what a busy machine adds. */
    private static final Duration SECONDS = Duration.ofSeconds(20);

    private World world;
    private ServerProcess other;

    @Test
    void theOtherNodeSealsWhenOneDiesOrStandsStill(World given) throws IOException {
        world = given;
        other = ServerProcess.startNode(world.ground(), Ground.freePort());
        try {
            diesWhileItSeals();
            world.server().startAgain();
            for (int i = 0; i < 2; i++) {
                standsStill();
            }
            SealedRecord.isWhole(world.ground(), world.ground().serverUrl());
        } finally {
            other.stop();
        }
        SealedRecord.isWhole(world.ground(), world.ground().serverUrl());
    }

    /** Only the first node stops at waypoints, so it is the one that has the sealing in hand. */
    private void heldWhileItSeals(String waypoint) throws IOException {
        Path reached = world.ground().home().resolve("reached");
        Files.deleteIfExists(reached);
        Files.writeString(world.ground().home().resolve("hold"), waypoint);
        AtomicBoolean going = new AtomicBoolean(true);
        List<Thread> writers = SealedRecord.load(world.ground(), other.url(), going);
        Eventually.waitFor("the first node to be held", SECONDS, () -> Files.exists(reached));
        going.set(false);
        SealedRecord.join(writers);
    }

    private void diesWhileItSeals() throws IOException {
        heldWhileItSeals("seal-before-signed");
        world.server().kill();
        Files.delete(world.ground().home().resolve("hold"));
        sealedByTheOther();
    }

    /** At some moment, under load: whether it had the sealing in hand is left to chance. */
    private void standsStill() throws IOException {
        AtomicBoolean going = new AtomicBoolean(true);
        List<Thread> writers = SealedRecord.load(world.ground(), other.url(), going);
        Eventually.pause(Duration.ofMillis(700));
        world.server().freeze();
        try {
            Eventually.pause(Duration.ofSeconds(2));
            going.set(false);
            SealedRecord.join(writers);
            sealedByTheOther();
        } finally {
            world.server().thaw();
        }
        assertThat(Files.exists(world.ground().home().resolve("hold"))).isFalse();
        SealedRecord.isWhole(world.ground(), other.url());
    }

    private void sealedByTheOther() {
        Desk elif = Desk.signIn(world.ground(), other.url(), "elif.hartono");
        String newest =
                elif.api()
                        .get("/api/record?kind=signed-in")
                        .ok()
                        .get("entries")
                        .get(0)
                        .get("entry")
                        .get("id")
                        .asString();
        Eventually.waitFor(
                "the other node to seal all",
                SECONDS,
                () -> elif.api().get("/api/record/entries/" + newest + "/proof").status() == 200);
    }
}
