package earnest.bench;

import earnest.core.record.Commitment;
import earnest.core.record.Leaf;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.function.IntFunction;

/**
 * Appends true entries in bulk, which the server then numbers and seals. Half of them disclose two
 * values.
 */
final class ManyEntries {
    private static final int BATCH = 5_000;
    private static final Instant BEGUN = Instant.parse("2026-01-02T03:04:05.000001Z");
    private static final String[] KINDS = {
        "call-answered",
        "person-claimed",
        "check-passed",
        "check-passed",
        "change-took-effect",
        "ticket-closed"
    };

    private final Connection database;
    private final IntFunction<UUID> ticket;
    private final Random random = new Random(7);

    /**
     * @param ticket whose entry the one with a number is; a ticket's stand together, as they do in
     *     life
     */
    ManyEntries(Connection database, IntFunction<UUID> ticket) {
        this.database = database;
        this.ticket = ticket;
    }

    /** Those from a number up to but not with another, a batch in each transaction. */
    void add(int from, int past) throws SQLException {
        database.setAutoCommit(false);
        try (PreparedStatement entry =
                        database.prepareStatement(
                                "insert into entry (id, at, kind, actor_type, actor_id, ticket_id,"
                                        + " person_id, leaf) values (?, ?, ?, ?, ?, ?, ?, ?)");
                PreparedStatement personal =
                        database.prepareStatement(
                                "insert into entry_personal (entry_id, field, value, salt) values"
                                        + " (?, ?, ?, ?)");
                PreparedStatement pending =
                        database.prepareStatement(
                                "insert into entry_pending (entry_id) values (?)")) {
            for (int i = from; i < past; i++) {
                UUID id = id(i);
                add(id, i, entry, personal);
                pending.setObject(1, id);
                pending.addBatch();
                if ((i + 1) % BATCH == 0 || i == past - 1) {
                    entry.executeBatch();
                    personal.executeBatch();
                    pending.executeBatch();
                    database.commit();
                }
            }
        }
        database.setAutoCommit(true);
    }

    private void add(UUID id, int i, PreparedStatement entry, PreparedStatement personal)
            throws SQLException {
        UUID about = ticket.apply(i);
        Map<String, String> commitments = new LinkedHashMap<>();
        for (String field : i % 2 == 0 ? List.of("actor", "person") : List.<String>of()) {
            byte[] salt = new byte[Commitment.SALT_BYTES];
            random.nextBytes(salt);
            String value = "Somebody of the desk " + i;
            commitments.put(field, Commitment.to(value, salt));
            personal.setObject(1, id);
            personal.setString(2, field);
            personal.setString(3, value);
            personal.setBytes(4, salt);
            personal.addBatch();
        }
        String kind = KINDS[i % KINDS.length];
        Instant at = BEGUN.plusMillis(i);
        Leaf.Actor actor = new Leaf.Actor("analyst", id(i % 50).toString(), "password");
        Leaf leaf =
                new Leaf(
                        id,
                        about,
                        at,
                        kind,
                        actor,
                        about,
                        about,
                        about,
                        null,
                        null,
                        null,
                        null,
                        null,
                        Map.of("check", about.toString(), "method", "call-back", "n", i),
                        commitments,
                        "node-1");
        entry.setObject(1, id);
        entry.setObject(2, Timestamp.from(at));
        entry.setString(3, kind);
        entry.setString(4, actor.type());
        entry.setString(5, actor.id());
        entry.setObject(6, about);
        entry.setObject(7, about);
        entry.setString(8, leaf.canonical());
        entry.addBatch();
    }

    /** With the marks of RFC 9562, which the database asks for. */
    static UUID id(int number) {
        return new UUID(
                (BEGUN.toEpochMilli() << 16) & ~0xF000L | 7L << 12,
                number & 0x3FFFFFFFFFFFFFFFL | 0x8000000000000000L);
    }
}
