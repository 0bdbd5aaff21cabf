package earnest.testkit;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Stream;

/**
 * Database, directory with replica and stand-ins, as {@code ./earnest up} starts them, in a home
 * and on ports of their own; ended with this process.
 */
public final class Ground {
    private static final int LOWEST_PORT = 20_000;
    private static final int PORTS = 10_000;

    private final Path checkout;
    private final Path home;
    private final Map<String, String> environment = new LinkedHashMap<>();
    private @Nullable StaffCodes staff;
    private final List<Runnable> ends = new CopyOnWriteArrayList<>();

    private Ground(Path checkout, Path home) {
        this.checkout = checkout;
        this.home = home;
        environment.put("EARNEST_HOME", home.toString());
        for (String name :
                new String[] {
                    "",
                    "STANDINS_",
                    "DB_",
                    "LDAP_",
                    "LDAPS_",
                    "REPLICA_",
                    "SMTP_",
                    "IMAP_",
                    "STORES_"
                }) {
            environment.put("EARNEST_" + name + "PORT", String.valueOf(freePort()));
        }
    }

    /** On the ports on which it stood before, which its rows name. */
    private void ports() {
        Path known = home.resolve("ports");
        try {
            if (Files.exists(known)) {
                for (String line : Files.readAllLines(known)) {
                    int mark = line.indexOf('=');
                    environment.put(line.substring(0, mark), line.substring(mark + 1));
                }
            } else {
                Files.createDirectories(home);
                List<String> lines =
                        environment.entrySet().stream()
                                .filter(e -> e.getKey().endsWith("PORT"))
                                .map(e -> e.getKey() + "=" + e.getValue())
                                .toList();
                Files.write(known, lines);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Starts everything anew.
     *
     * @param name of the home, below {@code .earnest/tests} of the checkout
     */
    public static Ground start(String name) {
        Path checkout = findCheckout();
        Ground ground = new Ground(checkout, checkout.resolve(".earnest/tests/" + name));
        ground.clear();
        ground.launcher("ground", "up");
        Runtime.getRuntime().addShutdownHook(new Thread(ground::end));
        return ground;
    }

    /**
     * Starts what stood there before, or begins it; its data stays when this process ends.
     *
     * @param name of the home, below {@code .earnest} of the checkout
     */
    public static Ground keep(String name) {
        Path checkout = findCheckout();
        Ground ground = new Ground(checkout, checkout.resolve(".earnest/" + name));
        ground.ports();
        ground.launcher("ground", "up");
        Runtime.getRuntime().addShutdownHook(new Thread(ground::end));
        return ground;
    }

    /** What stands on this ground and is ended before it, when this process ends. */
    public void beforeEnd(Runnable end) {
        ends.add(end);
    }

    private void end() {
        try {
            ends.forEach(Runnable::run);
        } finally {
            launcher("ground", "down");
        }
    }

    private static Path findCheckout() {
        Path at = Path.of("").toAbsolutePath();
        while (!Files.isExecutable(at.resolve("earnest"))) {
            at = Objects.requireNonNull(at.getParent(), "not within a checkout");
        }
        return at;
    }

    /** What a former run left behind is ended and thrown away. */
    private void clear() {
        if (!Files.exists(home)) {
            return;
        }
        launcher("ground", "down");
        try (Stream<Path> files = Files.walk(home)) {
            files.sorted(Comparator.reverseOrder()).forEach(Ground::delete);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void delete(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Runs the launcher.
     *
     * @return what it said
     * @throws IllegalStateException with what it said, when it fails
     */
    public String launcher(String... words) {
        String[] command = new String[words.length + 1];
        command[0] = checkout.resolve("earnest").toString();
        System.arraycopy(words, 0, command, 1, words.length);
        ProcessBuilder builder = new ProcessBuilder(command).directory(checkout.toFile());
        builder.environment().putAll(environment);
        try {
            Path out = Files.createTempFile("earnest", ".out");
            builder.redirectErrorStream(true).redirectOutput(out.toFile());
            int code = builder.start().waitFor();
            String said = Files.readString(out);
            Files.delete(out);
            if (code != 0) {
                throw new IllegalStateException(
                        "./earnest " + String.join(" ", words) + " failed:\n" + said);
            }
            return said;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /**
     * Ends one part: {@code database, directory, replica, standins}. {@link #again} brings it back.
     */
    public void end(String part) {
        String pid = read("run/" + part + ".pid").strip();
        ProcessHandle handle = ProcessHandle.of(Long.parseLong(pid)).orElseThrow();
        handle.destroy();
        handle.onExit().join();
    }

    /** Has the demo's steward set a fresh server's desk up, without some systems. */
    public void setUpOrganisation(String... without) {
        if (!Files.exists(home.resolve("run/organisation"))) {
            launcher(
                    Stream.concat(Stream.of("organisation"), Arrays.stream(without))
                            .toArray(String[]::new));
        }
    }

    /** What the demo's steward sets up, with its slots empty. */
    public JsonNode demoOrganisation() {
        return JsonMapper.shared()
                .readTree(
                        checkout.resolve("standins/src/main/resources/organisation/brackwater.json")
                                .toFile());
    }

    public void again() {
        launcher("ground", "up");
    }

    public Path home() {
        return home;
    }

    public Path checkout() {
        return checkout;
    }

    /** Changes rows as the running server may, for what a test cannot wait for. */
    public void behindTheServer(String sql, String... values) {
        try (Connection database =
                        DriverManager.getConnection(
                                "jdbc:mariadb://127.0.0.1:" + port("DB") + "/earnest",
                                "earnest_run",
                                secret("db-run"));
                PreparedStatement change = database.prepareStatement(sql)) {
            for (int i = 0; i < values.length; i++) {
                change.setString(i + 1, values[i]);
            }
            change.executeUpdate();
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What staff sign in with beside their password. */
    public synchronized StaffCodes staff() {
        if (staff == null) {
            staff = new StaffCodes(this);
        }
        return staff;
    }

    public String secret(String name) {
        return read("secrets/" + name);
    }

    public String read(String file) {
        try {
            return Files.readString(home.resolve(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public int port(String name) {
        return Integer.parseInt(
                Objects.requireNonNull(
                        environment.get("EARNEST_" + (name.isEmpty() ? "" : name + "_") + "PORT")));
    }

    public String serverUrl() {
        return "http://localhost:" + port("");
    }

    public String standinsUrl() {
        return "http://127.0.0.1:" + port("STANDINS");
    }

    Map<String, String> environment() {
        return environment;
    }

    /** Below the range from which systems take ports by themselves. */
    public static int freePort() {
        int start = (int) (ProcessHandle.current().pid() * 37 % PORTS);
        for (int i = taken; i < PORTS; i++) {
            int port = LOWEST_PORT + (start + i) % PORTS;
            try (ServerSocket socket =
                    new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                taken = i + 1;
                return socket.getLocalPort();
            } catch (IOException inUse) {
                continue;
            }
        }
        throw new IllegalStateException("no free port");
    }

    private static int taken;
}
