package earnest.checks;

import earnest.core.assurance.Rulebook;
import earnest.core.assurance.RulebookFile;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.ground.Epoch;
import earnest.ground.Remembered;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/** The rulebook in force; versions are kept for ever, since entries cite them. */
@Service
class Rulebooks {
    /** A rulebook with its version. */
    record InForce(long version, String name, Rulebook rules) {}

    private static final Logger LOG = LoggerFactory.getLogger(Rulebooks.class);

    /** In force from the first start. */
    private static final String FIRST = "careful";

    /** Those that come with Earnest, from the one that asks least. */
    private static final List<String> SHIPPED = List.of("everyday", FIRST, "guarded");

    private final JdbcClient database;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Remembered<Boolean, Long> latest;
    private final Map<Long, InForce> known = new ConcurrentHashMap<>();

    Rulebooks(JdbcClient database, TheRecord record, Writes writes, Clock clock, Epoch epoch) {
        this.latest = new Remembered<>(epoch, 1, any -> readLatest());
        this.database = database;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    /** The first start puts the shipped rulebook in force. */
    @EventListener(ApplicationStartedEvent.class)
    void begin() {
        writes.run(
                () ->
                        database.sql(
                                        "insert ignore into rulebook (version, name, content,"
                                                + " in_force_since) values (1, :n, :c, :at)")
                                .param("n", FIRST)
                                .param("c", shipped(FIRST))
                                .param("at", clock.instant())
                                .update());
        try {
            writes.run(() -> inFull(inForce()));
        } catch (DuplicateKeyException another) {
            LOG.info("another node wrote the rulebook down at this moment");
        }
    }

    /** Its text stands on the record once, so that what cites its version can be judged again. */
    private void inFull(InForce book) {
        if (stands(book.version())) {
            return;
        }
        UUID entry =
                record.append(
                        Entry.byEarnest(EntryKind.RULEBOOK_IN_FORCE)
                                .data("rulebook", book.name())
                                .data("version", book.version())
                                .data("text", Json.read(content(book.version()))));
        database.sql("insert into rulebook_entry (version, entry_id) values (:v, :e)")
                .param("v", book.version())
                .param("e", entry)
                .update();
    }

    private boolean stands(long version) {
        return database.sql("select count(*) from rulebook_entry where version = :v")
                        .param("v", version)
                        .query(Long.class)
                        .single()
                > 0;
    }

    private String content(long version) {
        return database.sql("select content from rulebook where version = :v")
                .param("v", version)
                .query(String.class)
                .single();
    }

    InForce inForce() {
        return version(latest.get(true));
    }

    private long readLatest() {
        return database.sql("select max(version) from rulebook").query(Long.class).single();
    }

    /** The rulebook under which a closed ticket was judged; the one in force if it is not known. */
    InForce of(UUID closedTicket) {
        return database.sql("select rulebook_version from ticket_closed_under where ticket_id = :t")
                .param("t", closedTicket)
                .query(Long.class)
                .optional()
                .map(this::version)
                .orElseGet(this::inForce);
    }

    /** Remembers under which rulebook a ticket is closed, in the present transaction. */
    void closedUnder(UUID ticket) {
        database.sql(
                        "insert ignore into ticket_closed_under (ticket_id, rulebook_version)"
                                + " values (:t, :v)")
                .param("t", ticket)
                .param("v", inForce().version())
                .update();
    }

    /** The rules of a version. */
    Rulebook ofVersion(long version) {
        return version(version).rules();
    }

    /** The one in force, which nobody replaces until the present transaction ends. */
    InForce lock() {
        database.sql("select id from organisation limit 1 for update").query(UUID.class).single();
        return version(readLatest());
    }

    /** The text of a version. */
    String file(long version) {
        return content(version);
    }

    /** Puts one in force, in the present transaction; its text stands on the record. */
    void put(String name, String content) {
        long next = lock().version() + 1;
        database.sql(
                        "insert into rulebook (version, name, content, in_force_since) values (:v,"
                                + " :n, :c, :at)")
                .param("v", next)
                .param("n", name)
                .param("c", content)
                .param("at", clock.instant())
                .update();
        // Not from what is remembered: until this is committed it may still come to nothing.
        inFull(new InForce(next, name, parse(content)));
    }

    /** Versions are never changed, so each is read once. */
    private InForce version(long version) {
        return known.computeIfAbsent(
                version,
                v ->
                        database.sql("select name, content from rulebook where version = :v")
                                .param("v", v)
                                .query(
                                        (row, i) ->
                                                new InForce(
                                                        v,
                                                        row.getString("name"),
                                                        parse(row.getString("content"))))
                                .single());
    }

    /** Those that come with Earnest: their texts by their names, from the one that asks least. */
    static Map<String, String> shipped() {
        Map<String, String> texts = new LinkedHashMap<>();
        SHIPPED.forEach(name -> texts.put(name, shipped(name)));
        return texts;
    }

    private static String shipped(String name) {
        try (InputStream in = Rulebooks.class.getResourceAsStream("/rulebooks/" + name + ".json")) {
            if (in == null) {
                throw new IllegalStateException("the rulebook " + name + " is missing");
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
