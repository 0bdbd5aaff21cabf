package earnest.record;

import earnest.core.record.Tree;

import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * The tree as rows: the hash of every leaf, and the roots of complete subtrees on every eighth
 * level. What lies between is reckoned from at most 256 rows.
 */
@Component
class TreeRows {
    /** Levels between those that are stored. */
    static final int STEP = 8;

    private static final int IN_TILE = 1 << STEP;
    private static final int IN_STATEMENT = 250;

    private final JdbcTemplate jdbc;
    private final JdbcClient client;

    TreeRows(JdbcTemplate jdbc, JdbcClient client) {
        this.jdbc = jdbc;
        this.client = client;
    }

    /** Subtrees that came about, for {@link #add}. */
    static final class Grown {
        final List<Object[]> rows = new ArrayList<>();

        void completed(int level, long place, byte[] hash) {
            if (level > 0 && level % STEP == 0) {
                rows.add(new Object[] {level, place, hash});
            }
        }
    }

    /** An entry that got its number. */
    record Numbered(long number, UUID id, byte[] leafHash) {}

    void add(Grown grown) {
        if (!grown.rows.isEmpty()) {
            jdbc.batchUpdate(
                    "insert into entry_subtree (level, place, hash) values (?, ?, ?)", grown.rows);
        }
    }

    /** Adds entries, many in one statement: the driver sends a batch row by row. */
    void add(List<Numbered> numbered) {
        for (int from = 0; from < numbered.size(); from += IN_STATEMENT) {
            List<Numbered> some =
                    numbered.subList(from, Math.min(from + IN_STATEMENT, numbered.size()));
            List<Object> values = new ArrayList<>();
            some.forEach(one -> Collections.addAll(values, one.number, one.id, one.leafHash));
            jdbc.update(
                    "insert into entry_number (number, entry_id, leaf_hash) values "
                            + String.join(", ", Collections.nCopies(some.size(), "(?, ?, ?)")),
                    values.toArray());
        }
    }

    /** Where the row of {@value #IN_TILE} begins in which a number stands. */
    static long tile(long number) {
        return number - number % IN_TILE;
    }

    /** The hashes of the leaves from one number on, to before another. */
    List<byte[]> leaves(long from, long to) {
        return client.sql(
                        "select leaf_hash from entry_number where number >= :from and number < :to"
                                + " order by number")
                .param("from", from)
                .param("to", to)
                .query((row, i) -> row.getBytes(1))
                .list();
    }

    /** Takes what has a number out of the queue; the database looks at what it rests on. */
    void forgetPending(long first, long past) {
        jdbc.update("call forget_numbered(?, ?)", first, past);
    }

    /** Reads hashes, each row once. Not thread-safe; one for each question. */
    Tree.Nodes reader() {
        return new Reader();
    }

    private final class Reader implements Tree.Nodes {
        private final Map<Long, Map<Long, byte[]>> tiles = new HashMap<>();

        @Override
        public byte[] hash(int level, long index) {
            int stored = level / STEP * STEP;
            if (stored == level) {
                return stored(level, index);
            }
            return Tree.node(hash(level - 1, 2 * index), hash(level - 1, 2 * index + 1));
        }

        private byte[] stored(int level, long index) {
            long tile = index / IN_TILE;
            byte[] hash =
                    tiles.computeIfAbsent(tile << STEP | level, key -> read(level, tile))
                            .get(index);
            if (hash == null) {
                throw new IllegalStateException(
                        "the record lacks subtree %d of level %d".formatted(index, level));
            }
            return hash;
        }

        private Map<Long, byte[]> read(int level, long tile) {
            Map<Long, byte[]> hashes = new HashMap<>();
            String sql =
                    level == 0
                            ? "select number, leaf_hash from entry_number where number >= :from"
                                    + " and number < :to"
                            : "select place, hash from entry_subtree where level = :level and"
                                    + " place >= :from and place < :to";
            JdbcClient.StatementSpec query =
                    client.sql(sql).param("from", tile * IN_TILE).param("to", (tile + 1) * IN_TILE);
            (level == 0 ? query : query.param("level", level))
                    .query(
                            row -> {
                                hashes.put(row.getLong(1), row.getBytes(2));
                            });
            return hashes;
        }
    }
}
