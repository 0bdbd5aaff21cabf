package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;

/** When a step fails, the last line says why, whoever said it and however much came after it. */
class CauseOfTest {
    private static final String ADVICE =
            """
            [ERROR] -> [Help 1]
            [ERROR]\s
            [ERROR] To see the full stack trace of the errors, re-run Maven with the -e switch.
            [ERROR] Re-run Maven using the -X switch to enable full debug logging.
            [ERROR]\s
            [ERROR] For more information about the errors and possible solutions, please read the following articles:
            [ERROR] [Help 1] http://localhost/MAVEN/MojoFailureException
            """;

    private static final Map<String, String> LOGS =
            Map.of(
                    "npm",
                    """
                    [INFO] --- exec:3.6.2:exec (install) @ earnest-web ---
                    npm error code E404
                    the registry did not serve @biomejs/cli-linux-x64, which this machine needs
                    [ERROR] Command execution failed.
                    org.apache.commons.exec.ExecuteException: Process exited with an error: 1 (Exit value: 1)
                        at org.apache.commons.exec.DefaultExecutor.executeInternal (DefaultExecutor.java:394)
                        at org.apache.commons.exec.DefaultExecutor.execute (DefaultExecutor.java:160)
                    [ERROR] Failed to execute goal org.codehaus.mojo:exec-maven-plugin:3.6.2:exec (install) on project earnest-web: Command execution failed.
                    """
                            + ADVICE,
                    "compile",
                    """
                    [INFO] Compiling 85 source files
                    [ERROR] COMPILATION ERROR :\s
                    [ERROR] /src/Ids.java:[12,9] cannot find symbol
                    [ERROR] Failed to execute goal org.apache.maven.plugins:maven-compiler-plugin:3.14.1:compile (default-compile) on project earnest-core: Compilation failure
                    """
                            + ADVICE,
                    "dependency",
                    """
                    [ERROR] Failed to execute goal on project earnest-server: Could not resolve dependencies: nothing.example:gone:jar:1.0 was not found -> [Help 1]
                    """
                            + ADVICE,
                    "plain",
                    """
                    \033[33mstarting\033[0m
                    slapadd: could not add entry dn="dc=brackwater,dc=example" (line=1): already exists

                    """,
                    "silent",
                    "\n  \n");

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
                    npm        | the registry did not serve @biomejs/cli-linux-x64, which this machine needs
                    compile    | /src/Ids.java:[12,9] cannot find symbol
                    dependency | Failed to execute goal on project earnest-server: Could not resolve dependencies: nothing.example:gone:jar:1.0 was not found
                    plain      | slapadd: could not add entry dn="dc=brackwater,dc=example" (line=1): already exists
                    silent     | it said nothing
                    """)
    void isTheLastThingSaidInOneLine(String log, String cause, @TempDir Path folder)
            throws IOException, InterruptedException {
        Path file = Files.writeString(folder.resolve(log), LOGS.get(log).replace("\\033", "\033"));
        Process bash =
                new ProcessBuilder(
                                "bash",
                                "-c",
                                ". \"$0/launcher/words.sh\"; cause_of \"$1\"",
                                checkout().toString(),
                                file.toString())
                        .redirectErrorStream(true)
                        .start();
        String said = new String(bash.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(bash.waitFor()).as(said).isZero();
        assertThat(said.strip()).isEqualTo(cause);
    }

    private static Path checkout() {
        Path at = Path.of("").toAbsolutePath();
        while (!Files.isExecutable(at.resolve("earnest"))) {
            at = at.getParent();
        }
        return at;
    }
}
