package earnest.record;

import earnest.core.record.Commitment;
import earnest.core.record.Leaf;
import earnest.ground.Ids;
import earnest.ground.Organisation;
import earnest.ground.Writes;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.security.SecureRandom;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Collectors;

@Service
class Ledger implements TheRecord {
    /** Stands where a value was committed to and is gone. */
    private static final String ERASED = "(erased)";

    private final JdbcTemplate jdbc;
    private final JdbcClient client;
    private final Seals seals;
    private final Clock clock;
    private final Ids ids;
    private final SecureRandom random;
    private final ApplicationEventPublisher events;
    private final String node;

    Ledger(
            JdbcTemplate jdbc,
            JdbcClient client,
            Seals seals,
            Clock clock,
            Ids ids,
            SecureRandom random,
            ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.client = client;
        this.seals = seals;
        this.clock = clock;
        this.ids = ids;
        this.random = random;
        this.events = events;
        this.node = "node-" + ProcessHandle.current().pid();
    }

    @Override
    public UUID append(Entry entry) {
        Instant at = clock.instant();
        UUID id = append(entry, at);
        Heard heard = new Heard(id, at, entry.kind.id(), entry.ticket);
        Writes.afterCommit(() -> events.publishEvent(heard));
        return id;
    }

    @Override
    public UUID bringIn(Entry entry, Instant at) {
        return append(entry.data("mark", "past-brought-in"), at);
    }

    private UUID append(Entry entry, Instant at) {
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("an entry is written in the transaction of its deed");
        }
        UUID id = ids.next();
        Map<String, String> commitments = new LinkedHashMap<>();
        List<Personal> personal = new ArrayList<>();
        entry.personal.forEach(
                (field, value) -> {
                    byte[] salt = new byte[Commitment.SALT_BYTES];
                    random.nextBytes(salt);
                    commitments.put(field, Commitment.to(value, salt));
                    personal.add(new Personal(field, value, salt));
                });
        Leaf leaf =
                new Leaf(
                        id,
                        Organisation.FIRST,
                        at,
                        entry.kind.id(),
                        entry.actor,
                        entry.ticket,
                        entry.conversation,
                        entry.person,
                        entry.system,
                        null,
                        entry.server,
                        entry.outcome,
                        entry.why,
                        entry.data,
                        commitments,
                        node);
        Personal first = personal.isEmpty() ? null : personal.getFirst();
        jdbc.update(
                "call append_entry(?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                id,
                at,
                entry.kind.id(),
                entry.actor.type(),
                entry.actor.id(),
                entry.ticket,
                entry.person,
                leaf.canonical(),
                first == null ? null : first.field,
                first == null ? null : first.value,
                first == null ? null : first.salt,
                others(personal));
        return id;
    }

    /** A value that names somebody, with the salt of its commitment. */
    private record Personal(String field, String value, byte[] salt) {}

    private static @Nullable String others(List<Personal> personal) {
        return personal.size() < 2
                ? null
                : JsonMapper.shared()
                        .writeValueAsString(
                                personal.stream()
                                        .skip(1)
                                        .map(
                                                one ->
                                                        List.of(
                                                                one.field,
                                                                one.value,
                                                                HexFormat.of().formatHex(one.salt)))
                                        .toList());
    }

    @Override
    public List<Row> ofTicket(UUID ticket, int most) {
        return find(new Query(ticket, null, null, null, null, null, null, null, most));
    }

    /**
     * The entries are chosen by an index alone, before anything is joined: else the database goes
     * through all of a kind back to the time that was asked for, where the index would take it
     * there at once.
     */
    @Override
    public List<Row> find(Query query) {
        List<Leaves> leaves =
                Matching.bind(
                                client.sql(
                                        """
                                        select e.id, e.at, e.leaf, n.number,
                                          (select json_arrayagg(json_array(p.field, p.value)) from entry_personal p
                                            where p.entry_id = e.id) as personal
                                        from (select id, at from entry e where
                                        """
                                                + Matching.condition(query)
                                                + """
                                                 order by at desc, id desc limit :most) k
                                                join entry e on e.id = k.id
                                                left join entry_number n on n.entry_id = e.id
                                                order by k.at desc, k.id desc
                                                """),
                                query)
                        .param("most", query.most())
                        .query(Ledger::leaf)
                        .list();
        Map<Long, Long> sealed =
                seals.over(
                        leaves.stream()
                                .map(Leaves::number)
                                .filter(Objects::nonNull)
                                .collect(Collectors.toSet()));
        return leaves.stream()
                .map(leaf -> row(leaf, sealed.get(leaf.number), leaf.personal))
                .toList();
    }

    @Override
    public List<Heard> since(Instant at) {
        return client.sql(
                        "select id, at, kind, ticket_id from entry where at >= :at order by at, id")
                .param("at", at)
                .query(
                        (row, i) ->
                                new Heard(
                                        row.getObject("id", UUID.class),
                                        row.getTimestamp("at").toInstant(),
                                        row.getString("kind"),
                                        row.getObject("ticket_id", UUID.class)))
                .list();
    }

    @Override
    public void moments(Instant since, Instant until, Set<EntryKind> kinds, Consumer<Moment> each) {
        client.sql(
                        """
                        select e.ticket_id, e.kind, e.at, case e.kind
                            when 'check-passed' then json_value(e.leaf, '$.data.method')
                            when 'change-intended' then json_value(e.leaf, '$.data.deed') end
                        from (select ticket_id, min(at) began from entry
                                where kind in (:came) and at >= :since and at < :until
                                and ticket_id is not null group by ticket_id) t
                        join entry e on e.ticket_id = t.ticket_id
                        where e.kind in (:kinds)
                        order by t.began, e.ticket_id, e.at, e.id
                        """)
                .param("came", List.of(EntryKind.CALL_RANG.id(), EntryKind.PAGE_BEGUN.id()))
                .param("since", since)
                .param("until", until)
                .param("kinds", kinds.stream().map(EntryKind::id).toList())
                .query(
                        row -> {
                            EntryKind kind = kind(row.getString(2));
                            each.accept(
                                    new Moment(
                                            row.getObject(1, UUID.class),
                                            kind,
                                            row.getTimestamp(3).toInstant(),
                                            row.getString(4)));
                        });
    }

    @Override
    public void decisions(Instant since, Set<EntryKind> kinds, int most, Consumer<String> each) {
        client.sql(
                        """
                        select e.leaf from (select id, at from entry where kind in (:kinds) and at >= :since
                            order by at desc, id desc limit :most) k
                        join entry e on e.id = k.id order by k.at desc, k.id desc
                        """)
                .param("kinds", kinds.stream().map(EntryKind::id).toList())
                .param("since", since)
                .param("most", most)
                .query(
                        row -> {
                            each.accept(row.getString(1));
                        });
    }

    private static EntryKind kind(String id) {
        return Arrays.stream(EntryKind.values())
                .filter(kind -> kind.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private record Leaves(
            UUID id,
            Instant at,
            JsonNode leaf,
            @Nullable Long number,
            Map<String, String> personal) {}

    private static Leaves leaf(ResultSet row, int i) throws SQLException {
        return new Leaves(
                row.getObject("id", UUID.class),
                row.getTimestamp("at").toInstant(),
                JsonMapper.shared().readTree(row.getString("leaf")),
                row.getObject("number", Long.class),
                personal(row.getString("personal")));
    }

    /** Personal values as the query gathers them: an array of pairs; null: none. */
    private static Map<String, String> personal(@Nullable String pairs) {
        Map<String, String> personal = new LinkedHashMap<>();
        if (pairs != null) {
            for (JsonNode pair : JsonMapper.shared().readTree(pairs)) {
                personal.put(pair.get(0).asString(), pair.get(1).asString());
            }
        }
        return personal;
    }

    private static Row row(Leaves read, @Nullable Long sealedUnder, Map<String, String> held) {
        JsonNode leaf = read.leaf;
        Map<String, String> personal = new LinkedHashMap<>(held);
        leaf.path("personal").propertyNames().forEach(f -> personal.putIfAbsent(f, ERASED));
        String kind = leaf.get("kind").asString();
        return new Row(
                read.id,
                read.number,
                sealedUnder,
                read.at,
                kind,
                personal.getOrDefault("actor", ERASED),
                EntryWords.of(kind, leaf.get("data"), personal),
                uuid(leaf.get("ticket")),
                uuid(leaf.get("person")),
                personal.get("account"),
                leaf.path("outcome").asString(null),
                why(leaf.get("why")));
    }

    private static @Nullable UUID uuid(@Nullable JsonNode node) {
        return node == null ? null : UUID.fromString(node.asString());
    }

    private static @Nullable Why why(@Nullable JsonNode why) {
        if (why == null) {
            return null;
        }
        List<UUID> evidence = new ArrayList<>();
        why.get("evidence").forEach(id -> evidence.add(UUID.fromString(id.asString())));
        return new Why(
                why.get("rule").asString(),
                why.get("standing").asInt(),
                why.get("asked").asInt(),
                evidence);
    }
}
