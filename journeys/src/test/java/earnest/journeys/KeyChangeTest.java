package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * The key that seals is changed from the command line; the server dies before the old key has
 * signed; keys are lost. Whoever has the first key can check everything in the end.
 */
@Order(7)
@ExtendWith(World.Running.class)
class KeyChangeTest {
    @TempDir Path folder;
    private World world;

    private record Ran(int code, String out) {}

    private Ran earnest(String login, String... arguments) throws IOException {
        ProcessBuilder command =
                new ProcessBuilder(
                        Stream.concat(
                                        Stream.of(
                                                world.ground().checkout().resolve("earnest") + "",
                                                "record"),
                                        Stream.concat(
                                                Stream.of(arguments), Stream.of("--as", login)))
                                .toList());
        command.environment().put("EARNEST_URL", world.ground().serverUrl());
        command.environment().put("EARNEST_PASSWORD", world.ground().secret("demo-sign-in"));
        command.environment().put("EARNEST_CODE", world.staff().code(login));
        Process process = command.redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Ran(process.onExit().join().exitValue(), out);
    }

    private String key() throws IOException {
        Ran ran = earnest("elif.hartono", "key");
        assertThat(ran.code).as(ran.out).isZero();
        return ran.out.strip();
    }

    private void proved(String key) throws IOException {
        Ran export = earnest("elif.hartono", "export");
        assertThat(export.code).as(export.out).isZero();
        Path file = Files.writeString(folder.resolve("record.jsonl"), export.out);
        Process verify =
                new ProcessBuilder(
                                world.ground().checkout().resolve("earnest").toString(),
                                "verify",
                                file.toString(),
                                "--key",
                                key,
                                "--witness",
                                world.ground().home().resolve("witness/seals.txt").toString())
                        .redirectErrorStream(true)
                        .start();
        String said = new String(verify.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(verify.onExit().join().exitValue()).as(said).isZero();
    }

    private Path keyFile(String name) {
        return world.ground().home().resolve("keys").resolve(name + ".key");
    }

    @Test
    void theKeyIsChangedTheServerDiesAndFilesAreLost(World given) throws IOException {
        world = given;
        String first = key();
        assertThat(earnest("elif.hartono", "change-key", "--reason", "me").code).isEqualTo(1);
        assertThat(earnest("maren.holt", "change-key").code).isEqualTo(2);
        Ran changed = earnest("maren.holt", "change-key", "--reason", "as every year");
        assertThat(changed.code).as(changed.out).isZero();
        String second = key();
        assertThat(changed.out).contains(second).doesNotContain(first);
        proved(first);

        diesBeforeTheOldKeySigned();
        Desk elif = world.desk("elif.hartono");
        Eventually.waitFor(
                "the change to be sealed after all",
                () -> {
                    var changes = elif.api().get("/api/record/key").ok().get("changes");
                    return changes.get(changes.size() - 1).get("sealed").asBoolean();
                });
        String third = key();
        assertThat(List.of(first, second)).doesNotContain(third);
        for (String key : List.of(first, second, third)) {
            proved(key);
        }
        withoutItsKey();
        // A key that was given up is needed no more.
        Files.delete(keyFile("record"));
        Files.delete(keyFile("record-2"));
        world.server().stop();
        world.server().startAgain();
        proved(first);
    }

    private void diesBeforeTheOldKeySigned() throws IOException {
        Path hold = world.ground().home().resolve("hold");
        Path reached = world.ground().home().resolve("reached");
        Files.deleteIfExists(reached);
        Desk maren = world.desk("maren.holt");
        Files.writeString(hold, "seal-before-signed");
        maren.api().post("/api/record/key", Map.of("reason", "a second time")).ok();
        Eventually.waitFor("the sealer to be held", () -> Files.exists(reached));
        world.server().kill();
        Files.delete(hold);
        world.server().startAgain();
    }

    private void withoutItsKey() throws IOException {
        Path aside = folder.resolve("aside.key");
        world.server().stop();
        Files.move(keyFile("record-3"), aside);
        assertThatThrownBy(() -> world.server().startAgain())
                .hasMessageContaining("record-3.key is missing")
                .hasMessageContaining("Put it back from your backup");
        Files.copy(keyFile("record-2"), keyFile("record-3"));
        assertThatThrownBy(() -> world.server().startAgain())
                .hasMessageContaining("is not the one this database was used with");
        Files.delete(keyFile("record-3"));
        Files.move(aside, keyFile("record-3"));
        world.server().startAgain();
    }
}
