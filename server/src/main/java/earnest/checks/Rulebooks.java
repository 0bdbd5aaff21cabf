package earnest.checks;

import earnest.core.assurance.Caps;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Method;
import earnest.core.assurance.Rule;
import earnest.core.assurance.Rulebook;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

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
        JsonNode book = JsonMapper.shared().readTree(json);
        Map<String, Method> checks = new LinkedHashMap<>();
        book.get("checks")
                .properties()
                .forEach(
                        e ->
                                checks.put(
                                        e.getKey(),
                                        new Method(
                                                Factor.of(text(e.getValue(), "factor"), e.getKey()),
                                                number(e.getValue(), "points"),
                                                number(e.getValue(), "failed"),
                                                number(e.getValue(), "work"),
                                                number(e.getValue(), "wait"),
                                                e.getValue().path("relayed").asBoolean(false))));
        Map<String, Integer> signals = new LinkedHashMap<>();
        book.get("signals")
                .properties()
                .forEach(e -> signals.put(e.getKey(), e.getValue().asInt()));
        List<Rule> rules = new ArrayList<>();
        book.get("rules").forEach(rule -> rules.add(rule(rule)));
        JsonNode caps = book.get("caps");
        return new Rulebook(
                checks,
                new Caps(
                        number(caps, "knows"),
                        number(caps, "relayed"),
                        number(caps, "recentPath"),
                        number(caps, "counting")),
                number(book, "recentPathDays"),
                number(book, "validMinutes"),
                signals,
                rules);
    }

    private static Rule rule(JsonNode rule) {
        List<List<Factor>> oneOf = new ArrayList<>();
        rule.path("oneOf").forEach(list -> oneOf.add(factors(list)));
        return new Rule(
                text(rule, "action"),
                text(rule, "system"),
                text(rule, "group"),
                number(rule, "points"),
                Set.copyOf(factors(rule.path("factors"))),
                oneOf,
                rule.path("paths").asInt(0),
                rule.path("secondPerson").asBoolean(false),
                rule.path("instead").asBoolean(false));
    }

    private static List<Factor> factors(JsonNode list) {
        List<Factor> factors = new ArrayList<>();
        list.forEach(word -> factors.add(Factor.of(word.asString(), "rules")));
        return factors;
    }

    private static String text(JsonNode node, String field) {
        return node.get(field).asString();
    }

    private static int number(JsonNode node, String field) {
        return node.get(field).asInt();
    }
}
