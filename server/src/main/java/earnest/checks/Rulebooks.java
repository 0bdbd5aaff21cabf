package earnest.checks;

import earnest.core.assurance.Rulebook;
import earnest.core.assurance.RulebookFile;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;

/** The rulebook in force; versions are kept for ever, since entries cite them. */
@Service
class Rulebooks {
    /** A rulebook with its version. */
    record InForce(long version, String name, Rulebook rules) {}

    private static final String SHIPPED = "careful";
    private final JdbcClient database;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private volatile InForce known;

    @SuppressWarnings("NullAway.Init")
    Rulebooks(JdbcClient database, TheRecord record, Writes writes, Clock clock) {
        this.database = database;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    /** The first start puts the shipped rulebook in force. */
    @EventListener(ApplicationStartedEvent.class)
    void begin() {
        writes.run(
                () -> {
                    int made =
                            database.sql(
                                            "insert ignore into rulebook (version, name, content,"
                                                    + " in_force_since) values (1, :n, :c, :at)")
                                    .param("n", SHIPPED)
                                    .param("c", shipped())
                                    .param("at", clock.instant())
                                    .update();
                    if (made == 1) {
                        record.append(
                                Entry.byEarnest(EntryKind.RULEBOOK_IN_FORCE)
                                        .data("rulebook", SHIPPED));
                    }
                });
    }

    InForce inForce() {
        long version = database.sql("select max(version) from rulebook").query(Long.class).single();
        InForce present = known;
        if (present == null || present.version != version) {
            present =
                    database.sql("select name, content from rulebook where version = :v")
                            .param("v", version)
                            .query(
                                    (row, i) ->
                                            new InForce(
                                                    version,
                                                    row.getString("name"),
                                                    parse(row.getString("content"))))
                            .single();
            known = present;
        }
        return present;
    }

    private static String shipped() {
        try (InputStream in =
                Rulebooks.class.getResourceAsStream("/rulebooks/" + SHIPPED + ".json")) {
            if (in == null) {
                throw new IllegalStateException("the shipped rulebook is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static Rulebook parse(String json) {
        return RulebookFile.read(Fields.of("", Json.read(json)));
    }
}
