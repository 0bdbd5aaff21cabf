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
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** The packed server as a process of its own, which can be killed. */
public final class ServerProcess {
    private static final Duration START = Duration.ofSeconds(90);

    /** Further options of its JVM, which the tests of a module may set. */
    private static final List<String> OPTIONS =
            Stream.of(System.getProperty("earnest.server.java", "").split(" "))
                    .filter(option -> !option.isEmpty())
                    .toList();

    private final Ground ground;
    private final List<String> settings;
    private final String heap;
    private final String url;
    private Process process;
    private Duration startedIn = Duration.ZERO;

    private ServerProcess(Ground ground, String heap, String url, List<String> settings) {
        this.ground = ground;
        this.heap = heap;
        this.url = url;
        this.settings = settings;
        this.process = launch();
    }

    /** Starts it and waits until it answers; {@code settings} as {@code name=value}. */
    public static ServerProcess start(Ground ground, String... settings) {
        return startWithHeap(ground, "", settings);
    }

    /**
     * As {@link #start}.
     *
     * @param heap its most, such as {@code 256m}; empty: the usual one
     */
    public static ServerProcess startWithHeap(Ground ground, String heap, String... settings) {
        return started(new ServerProcess(ground, heap, ground.serverUrl(), List.of(settings)));
    }

    /** A further node on the same ground, which answers on a port of its own. */
    public static ServerProcess startNode(Ground ground, int port) {
        return started(
                new ServerProcess(
                        ground, "", "http://localhost:" + port, List.of("server.port=" + port)));
    }

    private static ServerProcess started(ServerProcess server) {
        long launched = System.nanoTime();
        server.waitUntilUp();
        server.startedIn = Duration.ofNanos(System.nanoTime() - launched);
        server.ground.setUpOrganisation();
        Runtime.getRuntime().addShutdownHook(new Thread(server::kill));
        return server;
    }

    /** Where it answers. */
    public String url() {
        return url;
    }

    /** How long it took from the start of its process until it answered. */
    public Duration startedIn() {
        return startedIn;
    }

    private Process launch() {
        Path properties = ground.home().resolve("server.properties");
        try {
            ground.launcher("unpack");
            ground.launcher("properties");
            Files.writeString(
                    properties, String.join("\n", settings) + "\n", StandardOpenOption.APPEND);
            List<String> command = new ArrayList<>(ground.launcher("command").lines().toList());
            if (!heap.isEmpty()) {
                command.replaceAll(word -> word.startsWith("-Xmx") ? "-Xmx" + heap : word);
            }
            command.addAll(1, OPTIONS);
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
                HttpRequest.newBuilder(URI.create(url + "/api/health"))
                        .timeout(Duration.ofSeconds(3))
                        .build();
        Eventually.get(
                "the server on " + url,
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

    /** Stops it in its tracks ({@code kill -STOP}), as a host does that is short of everything. */
    public void freeze() {
        signal("-STOP");
    }

    /** Lets it go on ({@code kill -CONT}). */
    public void thaw() {
        signal("-CONT");
    }

    private void signal(String signal) {
        try {
            new ProcessBuilder("kill", signal, String.valueOf(pid())).inheritIO().start().waitFor();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
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
