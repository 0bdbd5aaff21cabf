package earnest.testkit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/** The packed server as a process of its own, which can be killed. */
public final class ServerProcess {
    private static final Duration START = Duration.ofSeconds(90);
    private final Ground ground;
    private final List<String> settings;
    private Process process;

    private ServerProcess(Ground ground, List<String> settings) {
        this.ground = ground;
        this.settings = settings;
        this.process = launch();
    }

    /** Starts it and waits until it answers; {@code settings} as {@code name=value}. */
    public static ServerProcess start(Ground ground, String... settings) {
        ServerProcess server = new ServerProcess(ground, List.of(settings));
        server.waitUntilUp();
        Runtime.getRuntime().addShutdownHook(new Thread(server::kill));
        return server;
    }

    private Process launch() {
        Path properties = ground.home().resolve("server.properties");
        try {
            ground.launcher("unpack");
            ground.launcher("properties");
            Files.writeString(
                    properties, String.join("\n", settings) + "\n", StandardOpenOption.APPEND);
            List<String> command = ground.launcher("command").lines().toList();
            return new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(log().toFile()))
                    .start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Path log() {
        return ground.home().resolve("logs/server.log");
    }

    private void waitUntilUp() {
        HttpClient http = HttpClient.newHttpClient();
        HttpRequest health =
                HttpRequest.newBuilder(URI.create(ground.serverUrl() + "/api/health"))
                        .timeout(Duration.ofSeconds(3))
                        .build();
        Eventually.get(
                "the server on " + ground.serverUrl(),
                START,
                () -> {
                    if (!process.isAlive()) {
                        throw new IllegalStateException(
                                "the server ended while starting:\n"
                                        + ground.read("logs/server.log"));
                    }
                    return up(http, health) ? Optional.of(true) : Optional.empty();
                });
    }

    private static boolean up(HttpClient http, HttpRequest health) {
        try {
            return http.send(health, HttpResponse.BodyHandlers.discarding()).statusCode() == 200;
        } catch (IOException notYet) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** {@code kill -9}. */
    public void kill() {
        process.destroyForcibly();
        process.onExit().join();
    }

    /** Ends it as the launcher would. */
    public void stop() {
        process.destroy();
        try {
            if (!process.waitFor(30, TimeUnit.SECONDS)) {
                kill();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    public void startAgain() {
        process = launch();
        waitUntilUp();
    }

    public long pid() {
        return process.pid();
    }
}
