package earnest.standins.http;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;

import org.jspecify.annotations.Nullable;

import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;

/** Routes over the JDK's HTTP server; loopback only. */
public final class Server {
    /** Answers a request with anything that becomes JSON, or with a {@link Page}. */
    @FunctionalInterface
    public interface Route {
        Object answer(Request request) throws IOException;
    }

    /** An answer that comes byte by byte, as from a host that wants to keep somebody waiting. */
    public record Dripping(int bytes, Duration between) {}

    /** An answer with a status and headers of its own; a null body is none. */
    public record Answer(int status, Map<String, String> headers, @Nullable Object body) {}

    /** A file of this program's own pages. */
    public record Page(String file) {}

    private record Entry(String method, String[] path, Route route) {}

    private final List<Entry> routes = new ArrayList<>();

    /** Adds a route; a part {@code *} of the path is open. */
    public void on(String method, String path, Route route) {
        routes.add(new Entry(method, path.split("/"), route));
    }

    public void start(int port) throws IOException {
        HttpServer server =
                HttpServer.create(
                        new InetSocketAddress(InetAddress.getByName("127.0.0.1"), port), 100);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", this::handle);
        server.start();
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            try {
                answer(exchange, find(exchange));
            } catch (Refused refused) {
                send(exchange, refused.status(), "application/json", error(refused.getMessage()));
            } catch (JacksonException malformed) {
                send(exchange, 400, "application/json", error("the body is not JSON"));
            }
        }
    }

    private Object find(HttpExchange exchange) throws IOException {
        String[] path = exchange.getRequestURI().getPath().split("/");
        for (Entry entry : routes) {
            String[] open = match(entry, exchange.getRequestMethod(), path);
            if (open != null) {
                return entry.route.answer(new Request(exchange, open));
            }
        }
        throw new Refused(404, "there is nothing here");
    }

    private static String @Nullable [] match(Entry entry, String method, String[] path) {
        if (!entry.method.equals(method) || entry.path.length != path.length) {
            return null;
        }
        List<String> open = new ArrayList<>();
        for (int i = 0; i < path.length; i++) {
            if (entry.path[i].equals("*")) {
                open.add(path[i]);
            } else if (!entry.path[i].equals(path[i])) {
                return null;
            }
        }
        return open.toArray(String[]::new);
    }

    private static void answer(HttpExchange exchange, Object answer) throws IOException {
        if (answer instanceof Page(String file)) {
            try (InputStream in = Server.class.getResourceAsStream("/pages/" + file)) {
                if (in == null) {
                    throw new Refused(404, "there is no such page");
                }
                send(exchange, 200, type(file), in.readAllBytes());
            }
            return;
        }
        if (answer instanceof Answer(int status, Map<String, String> headers, Object body)) {
            headers.forEach(exchange.getResponseHeaders()::set);
            send(
                    exchange,
                    status,
                    headers.getOrDefault("Content-Type", "application/json"),
                    body == null ? new byte[0] : JsonMapper.shared().writeValueAsBytes(body));
            return;
        }
        if (answer instanceof Dripping(int bytes, Duration between)) {
            drip(exchange, bytes, between);
            return;
        }
        send(exchange, 200, "application/json", JsonMapper.shared().writeValueAsBytes(answer));
    }

    private static void drip(HttpExchange exchange, int bytes, Duration between)
            throws IOException {
        exchange.sendResponseHeaders(200, bytes);
        for (int i = 0; i < bytes; i++) {
            exchange.getResponseBody().write(' ');
            exchange.getResponseBody().flush();
            try {
                Thread.sleep(between);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private static String type(String file) {
        if (file.endsWith(".css")) {
            return "text/css";
        }
        return file.endsWith(".js") ? "text/javascript" : "text/html; charset=utf-8";
    }

    private static byte[] error(String words) {
        return JsonMapper.shared()
                .writeValueAsString(Map.of("error", words))
                .getBytes(StandardCharsets.UTF_8);
    }

    private static void send(HttpExchange exchange, int status, String type, byte[] body)
            throws IOException {
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.getResponseHeaders().set("Cache-Control", "no-store");
        exchange.sendResponseHeaders(status, body.length == 0 ? -1 : body.length);
        exchange.getResponseBody().write(body);
    }
}
