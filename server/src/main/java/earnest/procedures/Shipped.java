package earnest.procedures;

import earnest.core.procedures.Procedure;
import earnest.core.procedures.Reading;
import earnest.ground.Ids;
import earnest.ground.Writes;

import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;

/** Procedures that come with Earnest: published as they are, until a steward retires them. */
@Component
class Shipped {
    private static final List<String> NAMES = List.of("new-password-by-oneself");
    private static final String EARNEST = "Earnest";

    private final VersionRows versions;
    private final Writes writes;
    private final Ids ids;

    Shipped(VersionRows versions, Writes writes, Ids ids) {
        this.versions = versions;
        this.writes = writes;
        this.ids = ids;
    }

    @EventListener(ApplicationReadyEvent.class)
    void publish() {
        for (String name : NAMES) {
            String text = text(name);
            Procedure procedure = Objects.requireNonNull(Reading.of(text).procedure());
            writes.run(
                    () -> {
                        if (versions.latest(name) == 0) {
                            versions.add(
                                    ids.next(),
                                    name,
                                    1,
                                    procedure.title().text(),
                                    text,
                                    EARNEST,
                                    EARNEST);
                        }
                    });
        }
    }

    private static String text(String name) {
        try (InputStream in =
                Shipped.class.getResourceAsStream("/procedures/" + name + ".procedure")) {
            return new String(
                    Objects.requireNonNull(in, name).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
