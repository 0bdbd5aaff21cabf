package earnest;

import earnest.core.record.ExportCheck;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.SealedRecord;
import earnest.record.TheRecord;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;

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
