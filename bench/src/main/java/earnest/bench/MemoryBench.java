package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Ground;
import earnest.testkit.Outside;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Whether 512 MB of heap do for 100 open tickets and 50 live pages. */
final class MemoryBench {
    private static final int TICKETS = 100;
    private static final int PAGES = 50;

    private MemoryBench() {}

    static void run(Ground ground, ServerProcess server) throws IOException, InterruptedException {
        Report.head("Memory of the server (heap of 512 MB)");
        Desk desk = Desk.signIn(ground, "tove.rask");
        List<InputStream> live = pages(ground);
        Outside outside = new Outside(ground);
        People people = new People(ground);
        List<String> tickets = new ArrayList<>();
        for (int i = 0; i < TICKETS; i++) {
            outside.ringWithheld();
            String ticket = desk.answer();
            desk.claim(ticket, people.next()).ok();
            desk.begin(ticket, "authenticator");
            tickets.add(ticket);
        }
        for (String ticket : tickets) {
            desk.page(ticket);
        }
        desk.api().get("/api/desk").ok();
        Report.line(
                "%d tickets open, %d live pages: the server answers"
                        .formatted(tickets.size(), live.size()));
        Report.line("heap in use after a collection: " + heap(server.pid()));
        Report.line("resident: " + resident(server.pid()));
        for (InputStream page : live) {
            page.close();
        }
    }

    private static List<InputStream> pages(Ground ground) throws IOException, InterruptedException {
        List<InputStream> live = new ArrayList<>();
        HttpClient http =
                HttpClient.newBuilder().cookieHandler(new java.net.CookieManager()).build();
        String url = ground.serverUrl();
        http.send(
                HttpRequest.newBuilder(URI.create(url + "/api/session")).build(),
                HttpResponse.BodyHandlers.discarding());
        String csrf =
                ((java.net.CookieManager) http.cookieHandler().orElseThrow())
                        .getCookieStore().getCookies().stream()
                                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                                .findFirst()
                                .orElseThrow()
                                .getValue();
        http.send(
                HttpRequest.newBuilder(URI.create(url + "/api/session"))
                        .header("Content-Type", "application/json")
                        .header("X-XSRF-TOKEN", csrf)
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        JsonMapper.shared()
                                                .writeValueAsString(
                                                        Map.of(
                                                                "login",
                                                                "jonas.lie",
                                                                "password",
                                                                ground.secret("demo-sign-in")))))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
        for (int i = 0; i < PAGES; i++) {
            var answer =
                    http.send(
                            HttpRequest.newBuilder(URI.create(url + "/api/live")).build(),
                            HttpResponse.BodyHandlers.ofInputStream());
            if (answer.statusCode() != 200) {
                throw new IllegalStateException("a live page was refused: " + answer.statusCode());
            }
            live.add(answer.body());
        }
        return live;
    }

    private static String heap(long pid) throws IOException, InterruptedException {
        String jcmd = Path.of(System.getProperty("java.home"), "bin", "jcmd").toString();
        run(jcmd, String.valueOf(pid), "GC.run");
        return run(jcmd, String.valueOf(pid), "GC.heap_info")
                .lines()
                .filter(line -> line.contains("generation") || line.contains("used"))
                .map(String::strip)
                .filter(line -> !line.startsWith("Metaspace") && !line.startsWith("class"))
                .reduce((a, b) -> a + "; " + b)
                .orElse("?");
    }

    private static String run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        return said;
    }

    private static String resident(long pid) throws IOException {
        return Files.readAllLines(Path.of("/proc/" + pid + "/status")).stream()
                .filter(line -> line.startsWith("VmRSS"))
                .findFirst()
                .orElse("?")
                .replaceAll("VmRSS:\\s+", "");
    }
}
