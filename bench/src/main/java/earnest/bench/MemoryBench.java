package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Ground;
import earnest.testkit.Outside;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;

import tools.jackson.databind.json.JsonMapper;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
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
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/**
 * Whether 512 MB of heap do for 100 open tickets and 200 live pages, and how soon all of these see
 * an act.
 */
final class MemoryBench {
    private static final int TICKETS = 100;
    private static final int PAGES = 200;
    private static final int ACTS = 30;
    private static final double SEEN_AIM_MS = 300;
    private static final long LONGEST_MS = 10_000;

    private MemoryBench() {}

    static void run(Ground ground, ServerProcess server) throws IOException, InterruptedException {
        Report.head("Memory of the server (heap of 512 MB)");
        Desk desk = Desk.signIn(ground, "tove.rask");
        LinkedBlockingQueue<Told> told = new LinkedBlockingQueue<>();
        List<InputStream> live = pages(ground);
        // Read from the beginning, as a browser does: a page that does not keep up is closed.
        for (InputStream page : live) {
            Thread.ofVirtual().start(() -> listen(page, told));
        }
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
        seen(desk, tickets, live.size(), told);
        for (InputStream page : live) {
            page.close();
        }
    }

    /** From the beginning of an act until each page was told of it. */
    private static void seen(
            Desk desk, List<String> tickets, int pages, LinkedBlockingQueue<Told> told)
            throws InterruptedException {
        Thread.sleep(2_000);
        List<Long> delays = new ArrayList<>();
        for (int act = 0; act < ACTS; act++) {
            String ticket = tickets.get(act);
            told.clear();
            long begun = System.nanoTime();
            desk.close(ticket, "Only a trial.");
            for (int seen = 0; seen < pages; ) {
                Told one = told.poll(LONGEST_MS, TimeUnit.MILLISECONDS);
                if (one == null) {
                    throw new IllegalStateException("a page was not told of " + ticket);
                }
                if (one.event.contains("ticket-closed") && one.event.contains(ticket)) {
                    delays.add(one.at - begun);
                    seen++;
                }
            }
        }
        delays.sort(null);
        double p95 = delays.get((int) (delays.size() * 0.95)) / 1e6;
        Report.line(
                "an act is seen by all %d pages: %.0f ms, p95 %.0f ms%s"
                        .formatted(
                                pages,
                                delays.get(delays.size() / 2) / 1e6,
                                p95,
                                Report.aim(p95, SEEN_AIM_MS)));
    }

    /** An event that a page was told, and when. */
    private record Told(String event, long at) {}

    private static void listen(InputStream page, LinkedBlockingQueue<Told> told) {
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(page, StandardCharsets.UTF_8))) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("data:") && line.contains("ticket-closed")) {
                    told.add(new Told(line, System.nanoTime()));
                }
            }
        } catch (IOException closed) {
            // At the end, by whoever opened it.
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
