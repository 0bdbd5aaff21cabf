package earnest;

import earnest.core.decisions.DecisionCheck;
import earnest.core.json.Json;
import earnest.core.record.ExportCheck;
import earnest.core.record.Lines;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.SealedRecord;
import earnest.record.TheRecord;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/** What tests of the sealed record do over and over. */
final class Provable {
    private Provable() {}

    static SealedRecord.Status sealed(App app) {
        SealedRecord sealed = app.bean(SealedRecord.class);
        Eventually.waitFor(
                "everything to be sealed",
                () -> sealed.status().pending() == 0 && covered(app) == sealed.status().size());
        return sealed.status();
    }

    private static long covered(App app) {
        return app.database().sql("select count(*) from entry").query(Long.class).single();
    }

    /**
     * The rulebook of the tests is put in force behind the server, which says so of its own only.
     */
    static void rulebookOnTheRecord(App app) {
        var latest =
                app.databaseAs("migrate")
                        .sql(
                                "select version, name, content from rulebook order by version desc"
                                        + " limit 1")
                        .query()
                        .singleRow();
        // The data ends with it; the leaf itself has one as well, at its end.
        String said = "%\"version\":" + latest.get("version") + "},\"%";
        boolean known =
                app.database()
                                .sql(
                                        "select count(*) from entry where kind ="
                                                + " 'rulebook-in-force' and leaf like :said")
                                .param("said", said)
                                .query(Long.class)
                                .single()
                        > 0;
        if (!known) {
            app.bean(Writes.class).run(() -> append(app, latest));
        }
    }

    private static void append(App app, Map<String, Object> rulebook) {
        app.bean(TheRecord.class)
                .append(
                        Entry.byEarnest(EntryKind.RULEBOOK_IN_FORCE)
                                .data("rulebook", rulebook.get("name"))
                                .data("version", rulebook.get("version"))
                                .data("text", Json.read((String) rulebook.get("content"))));
    }

    /** What was decided on some tickets; other tests may well slip something in on theirs. */
    static List<DecisionCheck.Judged> judged(App app, Predicate<String> tickets) {
        DecisionCheck check = new DecisionCheck();
        List<DecisionCheck.Judged> judged = new ArrayList<>();
        app.desk("elif.hartono")
                .api()
                .get("/api/record/export?format=jsonl")
                .text()
                .lines()
                .forEach(
                        line -> {
                            byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
                            Lines.numbered(bytes, 0, bytes.length)
                                    .ifPresent(
                                            entry ->
                                                    check.entry(entry.number(), entry.leaf())
                                                            .filter(
                                                                    one ->
                                                                            tickets.test(
                                                                                    ticket(
                                                                                            entry
                                                                                                    .leaf())))
                                                            .ifPresent(judged::add));
                        });
        return judged;
    }

    private static String ticket(String leaf) {
        return JsonMapper.shared().readTree(leaf).path("ticket").asString("");
    }

    static void append(App app, int many) {
        TheRecord record = app.bean(TheRecord.class);
        for (int i = 0; i < many; i++) {
            app.bean(Writes.class)
                    .run(
                            () ->
                                    record.append(
                                            Entry.byEarnest(EntryKind.PEOPLE_COPIED)
                                                    .data("people", 7)));
        }
    }

    static SealKey key(Desk desk) {
        return SealKey.read(desk.api().get("/api/record/key").ok().get("key").asString());
    }

    static Verification check(String export, SealKey key) {
        ExportCheck check = new ExportCheck(key);
        export.lines()
                .forEach(
                        line -> {
                            byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
                            check.line(bytes, 0, bytes.length);
                        });
        return check.end();
    }

    static String python(Path file, SealKey key) throws IOException {
        Process process =
                new ProcessBuilder(
                                "python3",
                                Path.of("src/test/python/verify.py").toAbsolutePath().toString(),
                                file.toString(),
                                key.text())
                        .redirectErrorStream(true)
                        .start();
        return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
    }
}
