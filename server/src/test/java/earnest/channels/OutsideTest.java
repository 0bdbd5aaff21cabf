package earnest.channels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.Executors;

/** Odd answers from outside cost a bounded time and a bounded memory, and are not misread. */
class OutsideTest {
    private HttpServer server;
    private OutsideJson outside;

    @BeforeEach
    void somethingOutside() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.start();
        outside = at(server.getAddress().getPort());
    }

    @AfterEach
    void end() {
        server.stop(0);
    }

    private static OutsideJson at(int port) {
        return new OutsideJson(new OutsidePlace(URI.create("http://127.0.0.1:" + port), "a-token"));
    }

    private OutsideJson.Answer answered(int status, String body) {
        server.createContext(
                "/",
                exchange -> {
                    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
                    exchange.sendResponseHeaders(status, bytes.length);
                    try (OutputStream out = exchange.getResponseBody()) {
                        out.write(bytes);
                    }
                });
        return outside.ask("/messages", null);
    }

    @Test
    void anAnswerIsReadUpToSixtyFourKilobytes() {
        assertThat(answered(200, "{\"id\":\"" + "x".repeat(60_000) + "\"}"))
                .isInstanceOf(OutsideJson.Answer.Ok.class);
        server.removeContext("/");
        assertThat(answered(200, "{\"id\":\"" + "x".repeat(70_000) + "\"}"))
                .isInstanceOf(OutsideJson.Answer.Silence.class);
    }

    @Test
    void whatIsNoJsonOrARedirectIsNotTakenForAYes() {
        assertThat(answered(200, "<html>")).isInstanceOf(OutsideJson.Answer.Silence.class);
        server.removeContext("/");
        assertThat(answered(302, "{}")).isEqualTo(new OutsideJson.Answer.No(302));
    }

    @Test
    void theWholeAnswerHasADeadlineNotOnlyItsHead() {
        server.createContext(
                "/",
                exchange -> {
                    exchange.sendResponseHeaders(200, 0);
                    try (OutputStream out = exchange.getResponseBody()) {
                        for (int i = 0; i < 30; i++) {
                            out.write(' ');
                            out.flush();
                            Thread.sleep(1_000);
                        }
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                });
        long begun = System.nanoTime();
        assertThat(outside.ask("/", null)).isInstanceOf(OutsideJson.Answer.Silence.class);
        assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(12));
    }

    @Test
    void whereNobodyListensNothingLeft() {
        server.stop(0);
        assertThat(outside.ask("/", new byte[] {'{', '}'}))
                .isInstanceOf(OutsideJson.Answer.NotReached.class);
    }

    @Test
    void nothingIsAskedWhileRowsAreHeld() {
        TransactionSynchronizationManager.setActualTransactionActive(true);
        try {
            assertThatThrownBy(() -> outside.ask("/", null))
                    .isInstanceOf(IllegalStateException.class)
                    .hasMessageContaining("within a transaction");
        } finally {
            TransactionSynchronizationManager.setActualTransactionActive(false);
        }
    }
}
