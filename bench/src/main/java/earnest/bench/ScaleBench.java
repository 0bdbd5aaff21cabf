package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Ground;
import earnest.testkit.Outside;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What the desk and the auditor wait for with years of work in the database, against the same with
 * the demo's. The data is made once and stays in {@code .earnest/scale}.
 */
final class ScaleBench {
    private static final int RUNS = 200;
    private static final int WARM_UP = 100;

    /** Within the first hour of the entries that are made. */
    private static final String LATER = "2026-01-02T03:30:00Z";

    /** Some ten thousand entries of a kind stand before it. */
    private static final String EXPORTED = "2026-01-02T03:05:05Z";

    private static final double AIM = 1.5;
    private static final double FIND_AIM_MS = 30;
    private static final int AT_ONCE = 20;
    private static final Duration UNTIL_SEALED = Duration.ofMinutes(40);

    private ScaleBench() {}

    static void run() throws SQLException, IOException, InterruptedException {
        Report.head(
                "Scale: %,d people, %,d tickets, %,d entries, %,d seals, against the demo's"
                        .formatted(
                                ScaleData.PEOPLE,
                                ScaleData.TICKETS,
                                ScaleData.ENTRIES,
                                ScaleData.SEALS));
        Report.line("They are made once, in .earnest/scale: some 10 GB, and about half an hour.");
        Ground small = Ground.start("bench");
        ServerProcess server = ServerProcess.start(small);
        Map<String, Timing> demo = measured(small, "2099-01-01T00:00:00Z");
        server.stop();
        Ground large = Ground.keep("scale");
        make(large);
        long begun = System.nanoTime();
        server = ServerProcess.start(large);
        Report.line(seconds("start, until it answers", begun));
        measured(large, LATER)
                .forEach((what, years) -> Report.ratio(what, years, demo.get(what), AIM));
        finding(large);
        export(large);
        server.stop();
    }

    private static void make(Ground large) throws SQLException, IOException {
        ServerProcess server = ServerProcess.start(large);
        try (Connection database = FindBench.connect(large)) {
            Desk.untilReady(large, new People(large).next());
            ScaleData data = new ScaleData(database);
            data.make();
            Desk elif = Desk.signIn(large, "elif.hartono");
            Eventually.get(
                    "all entries to be sealed",
                    UNTIL_SEALED,
                    () ->
                            Optional.of(elif.api().get("/api/record/seal").ok())
                                    .filter(s -> s.get("pending").asLong() < 10)
                                    .filter(s -> s.get("size").asLong() > ScaleData.ENTRIES));
            data.seals();
        } finally {
            server.stop();
        }
    }

    /**
     * @param until a time before which there are more entries of each kind than a page has
     */
    private static Map<String, Timing> measured(Ground ground, String until) {
        People people = new People(ground);
        Desk.untilReady(ground, people.next());
        Desk tove = Desk.signIn(ground, "tove.rask");
        String account = people.next();
        new Outside(ground).ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        tove.authenticator(ticket, account, new Outside(ground));
        JsonNode page = tove.page(ticket);
        String name = page.at("/who/name").asString();
        String number = page.at("/ticket/number").asString().replaceAll("\\D", "");
        Map<String, String> asked = new LinkedHashMap<>();
        asked.put("a page", "/api/tickets/" + ticket);
        asked.put("its accounts", "/api/tickets/" + ticket + "/accounts");
        asked.put("the edge", "/api/desk");
        asked.put("the record, all of it", "/api/record");
        asked.put("the record, by ticket", "/api/record?ticket=" + number);
        asked.put("the record, by person", "/api/record?person=" + page.at("/who/id").asString());
        asked.put(
                "the record, by analyst",
                "/api/record?analyst="
                        + tove.api().get("/api/session").ok().findValue("id").asString());
        asked.put("the record, by kind", "/api/record?kind=record-read");
        asked.put(
                "the record, by kind and time",
                "/api/record?kind=%s&until=%s"
                        .formatted(until.equals(LATER) ? "check-passed" : "record-read", until));
        asked.put("the record, by time", "/api/record?since=2026-01-02T03:00:00Z&until=" + until);
        asked.put("found by account", "/api/people?find=" + account);
        asked.put("found by name", "/api/people?find=" + name.replace(" ", "%20"));
        asked.put("found by the begin of it", "/api/people?find=" + name.substring(0, 3));
        Map<String, Timing> measured = new LinkedHashMap<>();
        asked.forEach(
                (what, path) -> {
                    timed(tove, path, WARM_UP);
                    measured.put(what, timed(tove, path, RUNS));
                });
        tove.close(ticket, "Only a trial.");
        return measured;
    }

    private static Timing timed(Desk desk, String path, int runs) {
        return Timing.of(1, runs, t -> i -> desk.api().get(path).ok());
    }

    private static void finding(Ground ground) throws SQLException {
        List<String> typed = new ArrayList<>();
        try (Connection database = FindBench.connect(ground);
                Statement statement = database.createStatement();
                ResultSet rows =
                        statement.executeQuery(
                                "select family from bench_name where number < 4000")) {
            while (rows.next()) {
                typed.add(rows.getString(1).substring(0, 5));
            }
        }
        for (int runs : new int[] {WARM_UP * AT_ONCE, RUNS * AT_ONCE}) {
            Timing found =
                    Timing.of(
                            AT_ONCE,
                            runs,
                            t -> {
                                Desk desk = Desk.signIn(ground, "tove.rask");
                                return i ->
                                        desk.api()
                                                .get(
                                                        "/api/people?find="
                                                                + typed.get(i % typed.size()))
                                                .ok();
                            });
            if (runs == RUNS * AT_ONCE) {
                Report.line(
                        String.format(
                                Locale.ROOT,
                                "find, %d at once: %.1f ms, p95 %.1f ms%s",
                                AT_ONCE,
                                found.medianMs(),
                                found.p95Ms(),
                                Report.aim(found.p95Ms(), FIND_AIM_MS)));
            }
        }
    }

    private static void export(Ground ground) {
        Desk elif = Desk.signIn(ground, "elif.hartono");
        long begun = System.nanoTime();
        long lines =
                elif.api()
                        .get(
                                "/api/record/export/asked?format=csv&kind=ticket-closed&until="
                                        + EXPORTED)
                        .text()
                        .lines()
                        .count();
        Report.line(seconds("export of a kind, %,d lines".formatted(lines), begun));
    }

    private static String seconds(String what, long begun) {
        return String.format(Locale.ROOT, "%s: %.1f s", what, (System.nanoTime() - begun) / 1e9);
    }
}
