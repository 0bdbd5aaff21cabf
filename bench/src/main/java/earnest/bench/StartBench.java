package earnest.bench;

import bare.BareServer;

import earnest.testkit.Ground;
import earnest.testkit.ServerProcess;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * From the start of the process until it answers, against a bare Spring Boot with Hibernate, Flyway
 * and MVC of the same versions, in turn. Both have migrated before.
 */
final class StartBench {
    private static final int RUNS = 5;
    private static final double AIM = 1.3;
    private static final long LONGEST_NS = 90_000_000_000L;

    private final Ground ground;

    StartBench(Ground ground) {
        this.ground = ground;
    }

    void run() throws SQLException, IOException, InterruptedException {
        Report.head("Start, until it answers");
        try (Connection root =
                        DriverManager.getConnection(
                                "jdbc:mariadb://127.0.0.1:" + ground.port("DB") + "/",
                                "root",
                                ground.secret("db-root"));
                Statement statement = root.createStatement()) {
            statement.execute("create database if not exists bare");
        }
        // The first start of each fills its caches.
        ours();
        bare();
        double[] ours = new double[RUNS];
        double[] bare = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            ours[i] = ours();
            bare[i] = bare();
        }
        Arrays.sort(ours);
        Arrays.sort(bare);
        double ratio = ours[RUNS / 2] / bare[RUNS / 2];
        Report.line(
                String.format(
                        Locale.ROOT,
                        "Earnest %.2f s (%.2f to %.2f), bare %.2f s (%.2f to %.2f): %.2f times%s",
                        ours[RUNS / 2],
                        ours[0],
                        ours[RUNS - 1],
                        bare[RUNS / 2],
                        bare[0],
                        bare[RUNS - 1],
                        ratio,
                        Report.aim(ratio, AIM)));
    }

    private double ours() {
        ServerProcess server = ServerProcess.start(ground);
        double seconds = server.startedIn().toNanos() / 1e9;
        server.stop();
        return seconds;
    }

    private double bare() throws IOException, InterruptedException {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        long begun = System.nanoTime();
        ProcessBuilder builder =
                new ProcessBuilder(
                                List.of(
                                        Path.of(System.getProperty("java.home"), "bin", "java")
                                                .toString(),
                                        "-cp",
                                        System.getProperty("java.class.path"),
                                        BareServer.class.getName(),
                                        "--spring.config.location=optional:file:/nowhere/",
                                        "--server.port=" + port,
                                        "--server.address=127.0.0.1",
                                        "--spring.flyway.locations=classpath:bare",
                                        "--spring.jpa.hibernate.ddl-auto=none",
                                        "--spring.datasource.url=jdbc:mariadb://127.0.0.1:%d/bare"
                                                .formatted(ground.port("DB")),
                                        "--spring.datasource.username=root"))
                        .redirectErrorStream(true)
                        .redirectOutput(ground.home().resolve("logs/bare.log").toFile());
        builder.environment().put("SPRING_DATASOURCE_PASSWORD", ground.secret("db-root"));
        Process process = builder.start();
        try {
            waitFor(process, port, begun);
            return (System.nanoTime() - begun) / 1e9;
        } finally {
            process.destroyForcibly().waitFor();
        }
    }

    private void waitFor(Process process, int port, long begun) throws InterruptedException {
        HttpClient http = HttpClient.newHttpClient();
        HttpRequest asked =
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:%d/api/health".formatted(port)))
                        .build();
        while (!answers(http, asked)) {
            if (!process.isAlive() || System.nanoTime() - begun > LONGEST_NS) {
                throw new IllegalStateException(
                        "the bare server did not start:\n" + ground.read("logs/bare.log"));
            }
            Thread.sleep(20);
        }
    }

    private static boolean answers(HttpClient http, HttpRequest asked) throws InterruptedException {
        try {
            return http.send(asked, HttpResponse.BodyHandlers.discarding()).statusCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }
}
