package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;

/** The launcher says what is wrong and what to do. */
@ExtendWith(App.Running.class)
class LauncherTest {
    private record Said(int code, String words) {}

    private static Said run(App app, Map<String, String> environment, String... words) {
        try {
            String[] command = new String[words.length + 1];
            command[0] = app.ground().checkout().resolve("earnest").toString();
            System.arraycopy(words, 0, command, 1, words.length);
            ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
            builder.environment().putAll(environment);
            Process process = builder.start();
            String said =
                    new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            return new Said(process.waitFor(), said);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Test
    void aTakenPortIsNamedWithItsVariable(App app, @TempDir Path home) throws IOException {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Said said =
                    run(
                            app,
                            Map.of(
                                    "EARNEST_HOME", home.toString(),
                                    "EARNEST_DB_PORT", String.valueOf(taken.getLocalPort())),
                            "ground",
                            "up");
            assertThat(said.code()).isNotZero();
            assertThat(said.words())
                    .contains("Port " + taken.getLocalPort())
                    .contains("EARNEST_DB_PORT=");
        }
    }

    @Test
    void whatItDoesNotKnowItSaysSo(App app, @TempDir Path home) {
        Said said = run(app, Map.of("EARNEST_HOME", home.toString()), "tea");
        assertThat(said.code()).isNotZero();
        assertThat(said.words()).contains("I do not know 'tea'").contains("--help");
    }

    @Test
    void helpNamesEveryCommandAndPort(App app, @TempDir Path home) {
        Said said = run(app, Map.of("EARNEST_HOME", home.toString()), "--help");
        assertThat(said.code()).isZero();
        assertThat(said.words())
                .contains(
                        "up [--detach] [--fresh]",
                        "down",
                        "status",
                        "test",
                        "bench",
                        "EARNEST_LDAP_PORT");
    }

    @Test
    void whatDoesNotRunIsSaidNotToAndEndingItIsNoError(App app, @TempDir Path home) {
        assertThat(run(app, Map.of("EARNEST_HOME", home.toString()), "status").words())
                .contains("server     does not run");
        assertThat(run(app, Map.of("EARNEST_HOME", home.toString()), "down").code()).isZero();
    }
}
