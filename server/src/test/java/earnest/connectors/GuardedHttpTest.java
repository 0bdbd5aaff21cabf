package earnest.connectors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;

/** What a name leads to, how long is waited, and that nothing is asked twice. */
class GuardedHttpTest {
    private static final GuardedHttp.Limits LIMITS =
            new GuardedHttp.Limits(Duration.ofSeconds(1), Duration.ofSeconds(2), 1_000);
    private static final HostLookup HERE =
            host -> new InetAddress[] {InetAddress.getLoopbackAddress()};

    private final List<String> asked = new CopyOnWriteArrayList<>();
    private HttpServer server;
    private int port;

    @BeforeEach
    void aServer() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", this::answer);
        server.start();
        port = server.getAddress().getPort();
    }

    @AfterEach
    void itEnds() {
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        asked.add(exchange.getRequestMethod() + " " + path);
        switch (path) {
            case "/elsewhere" -> {
                exchange.getResponseHeaders().add("Location", "http://here.example:1/secret");
                exchange.sendResponseHeaders(302, -1);
            }
            case "/once" -> {
                exchange.getResponseHeaders().add("Connection", "close");
                exchange.sendResponseHeaders(204, -1);
            }
            case "/long" -> {
                exchange.sendResponseHeaders(200, 0);
                exchange.getResponseBody().write(new byte[5_000]);
            }
            case "/drips" -> {
                exchange.sendResponseHeaders(200, 0);
                try (OutputStream out = exchange.getResponseBody()) {
                    for (int i = 0; i < 100; i++) {
                        out.write('x');
                        out.flush();
                        Thread.sleep(100);
                    }
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
            }
            case "/breaks" -> {
                exchange.sendResponseHeaders(200, 100);
                exchange.getResponseBody().write(1);
            }
            default -> {
                byte[] body = exchange.getRequestBody().readAllBytes();
                exchange.getResponseHeaders()
                        .add("X-Seen", exchange.getRequestHeaders().toString());
                exchange.sendResponseHeaders(200, body.length == 0 ? -1 : body.length);
                exchange.getResponseBody().write(body);
            }
        }
        exchange.close();
    }

    private GuardedHttp.Answer ask(HostLookup lookup, String host, String path) throws Exception {
        try (GuardedHttp http = new GuardedHttp(lookup, LIMITS, null)) {
            return http.ask(question("GET", host, path, null));
        }
    }

    private GuardedHttp.Question question(String method, String host, String path, byte[] body) {
        return new GuardedHttp.Question(
                method,
                URI.create("http://" + host + ":" + port + path),
                List.of(Map.entry("X-Key", "one"), Map.entry("X-Key", "two")),
                body);
    }

    @Test
    void aConnectionGoesToTheAddressThatWasLookedAt() throws Exception {
        // No name server knows this name: whoever looked it up once more would not come here.
        GuardedHttp.Answer answer = ask(HERE, "here.example", "/");
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.header("x-seen").orElseThrow())
                .containsIgnoringCase("x-key=[one, two]")
                .contains("here.example:" + port);
    }

    @Test
    void aNameThatMeansAnotherAddressLaterLeadsThereForNobody() throws Exception {
        InetAddress[] first = HERE.resolve("here.example");
        HostLookup changes =
                new HostLookup() {
                    private int looked;

                    @Override
                    public InetAddress[] resolve(String host) throws UnknownHostException {
                        looked++;
                        return looked == 1
                                ? first
                                : new AddressGuard(false).resolve("169.254.169.254");
                    }
                };
        try (GuardedHttp http = new GuardedHttp(changes, LIMITS, null)) {
            assertThat(http.ask(question("GET", "here.example", "/once", null)).status())
                    .isEqualTo(204);
            assertThatThrownBy(() -> http.ask(question("GET", "here.example", "/once", null)))
                    .isInstanceOfSatisfying(
                            GuardedHttp.NotReached.class,
                            no -> assertThat(no.refusal()).contains("a machine's host answers"));
        }
        assertThat(asked).hasSize(1);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "localhost",
                "127.0.0.1",
                "127.1",
                "2130706433",
                "0x7f000001",
                "0177.0.0.1",
                "0.0.0.0",
                "[::1]",
                "[::]",
                "[::ffff:127.0.0.1]",
                "[::127.0.0.1]",
                "[64:ff9b::127.0.0.1]",
                "[2002:7f00:1::]"
            })
    void thisMachineIsReachedByNoSpelling(String host) {
        assertThatThrownBy(() -> ask(new AddressGuard(false)::resolve, host, "/"))
                .isInstanceOfAny(GuardedHttp.NotReached.class, GuardedHttp.NoAnswer.class);
        assertThat(asked).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "169.254.169.254",
                "fe80::1",
                "fd00:ec2::254",
                "100.100.100.200",
                "224.0.0.1",
                "ff02::1",
                "0.1.2.3",
                "::ffff:169.254.169.254",
                "64:ff9b::a9fe:a9fe",
                "2002:a9fe:a9fe::1"
            })
    void someAddressesAreAllowedToNobody(String address) throws Exception {
        for (boolean loopback : new boolean[] {true, false}) {
            assertThat(new AddressGuard(loopback).refusal(InetAddress.getByName(address)))
                    .isNotNull();
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"192.0.2.1", "10.1.2.3", "2001:db8::1", "64:ff9b::192.0.2.1", "fd12::1"})
    void othersAreAllowed(String address) throws Exception {
        assertThat(new AddressGuard(false).refusal(InetAddress.getByName(address))).isNull();
        assertThat(new AddressGuard(true).refusal(InetAddress.getByName("::1"))).isNull();
    }

    @Test
    void nobodyIsFollowedElsewhere() throws Exception {
        assertThat(ask(HERE, "here.example", "/elsewhere").status()).isEqualTo(302);
        assertThat(asked).containsExactly("GET /elsewhere");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/long", "/drips", "/breaks"})
    void whatIsNoWholeAnswerInTimeIsNone(String path) {
        long begun = System.nanoTime();
        assertThatThrownBy(() -> ask(HERE, "here.example", path))
                .isInstanceOf(GuardedHttp.NoAnswer.class);
        assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(8));
        assertThat(asked).as("asked once").containsExactly("GET " + path);
    }

    @Test
    void whereNobodyListensNothingLeft() throws Exception {
        try (ServerSocket closed = new ServerSocket(0)) {
            port = closed.getLocalPort();
        }
        assertThatThrownBy(() -> ask(HERE, "here.example", "/"))
                .isInstanceOfSatisfying(
                        GuardedHttp.NotReached.class, no -> assertThat(no.refusal()).isNull());
    }

    @Test
    void aBodyGoesAsItIs() throws Exception {
        byte[] body = "{\"ü\":1}".getBytes(StandardCharsets.UTF_8);
        try (GuardedHttp http = new GuardedHttp(HERE, LIMITS, null)) {
            assertThat(http.ask(question("PATCH", "here.example", "/", body)).body())
                    .isEqualTo(body);
        }
    }
}
