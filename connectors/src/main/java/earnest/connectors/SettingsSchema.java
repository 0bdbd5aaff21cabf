package earnest.connectors;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** The description of a kind's settings, from {@code settings.schema.json} beside its class. */
public final class SettingsSchema {
    private SettingsSchema() {}

    public static String beside(Class<? extends SystemKind> kind) {
        try (InputStream in = kind.getResourceAsStream("settings.schema.json")) {
            if (in == null) {
                throw new IllegalStateException("settings.schema.json is missing beside " + kind);
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
