package earnest.core.record;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** An export that was taken out when leaves had version 1 verifies for ever. */
class FormerExportTest {
    private static final String EXPORT = file("version-1.jsonl");
    private static final SealKey KEY = SealKey.read(file("version-1.pub").strip());

    private static String file(String name) {
        try (InputStream in = FormerExportTest.class.getResourceAsStream("/record/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Verification check(String export) {
        ExportCheck check = new ExportCheck(KEY);
        export.lines()
                .map(line -> line.getBytes(StandardCharsets.UTF_8))
                .forEach(bytes -> check.line(bytes, 0, bytes.length));
        return check.end();
    }

    @Test
    void isProvedAsItWas() {
        assertTrue(EXPORT.contains("\\\"version\\\":1"));
        assertEquals(Verification.Outcome.PROVED, check(EXPORT).outcome());
    }

    @Test
    void isNotProvedOnceItIsTouched() {
        assertEquals(Verification.Outcome.FAILED, check(EXPORT.replace("1900", "1901")).outcome());
    }
}
