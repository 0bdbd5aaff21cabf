package earnest.record;

import earnest.core.record.Checkpoint;
import earnest.core.record.KeyChange;
import earnest.core.record.Seal;
import earnest.core.record.Tree;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The changes of the key that seals, as rows and as what proves them. */
@Component
class KeyChanges {
    /** Generation of the key that was made at the first start. */
    static final int FIRST = 1;

    private final JdbcClient client;
    private final TreeRows rows;
    private final Seals seals;

    KeyChanges(JdbcClient client, TreeRows rows, Seals seals) {
        this.client = client;
        this.rows = rows;
        this.seals = seals;
    }

    /**
     * One change.
     *
     * @param former verifier key that was in force
     * @param to verifier key that takes over
     * @param number of the entry, or null while it has none
     */
    record Row(
            int generation,
            String former,
            String to,
            @Nullable Long number,
            Instant at,
            String leaf) {
        /** Whether the former key sealed that it is given up. */
        boolean sealedUnder(@Nullable Seal latest) {
            return latest != null && number != null && number < latest.checkpoint().size();
        }
    }

    /** All of them, oldest first. */
    List<Row> all() {
        return client.sql(
                        """
                        select c.generation, c.former_key, c.verifier_key, n.number, e.at, e.leaf
                        from key_change c join entry e on e.id = c.entry_id
                        left join entry_number n on n.entry_id = c.entry_id order by c.generation
                        """)
                .query(
                        (row, i) ->
                                new Row(
                                        row.getInt(1),
                                        row.getString(2),
                                        row.getString(3),
                                        row.getObject(4, Long.class),
                                        row.getTimestamp(5).toInstant(),
                                        row.getString(6)))
                .list();
    }

    /**
     * In the transaction of the entry.
     *
     * @throws org.springframework.dao.DuplicateKeyException if somebody else makes that change
     */
    void add(int generation, String former, String to, UUID entry) {
        client.sql(
                        "insert into key_change (generation, former_key, verifier_key, entry_id)"
                                + " values (:g, :former, :to, :entry)")
                .param("g", generation)
                .param("former", former)
                .param("to", to)
                .param("entry", entry)
                .update();
    }

    /** The seal with which the former key said so, once there is one. */
    Optional<Seal> lastSealBefore(Row row) {
        Long number = row.number;
        return number == null ? Optional.empty() : seals.after(number, 1).stream().findFirst();
    }

    /** What proves every change up to a seal, to whoever has an older key. */
    List<KeyChange> shownWith(Seal seal) {
        Checkpoint later = seal.checkpoint();
        List<KeyChange> shown = new ArrayList<>();
        for (Row row : all()) {
            Long number = row.number;
            Seal last = lastSealBefore(row).orElse(null);
            if (number == null || last == null || last.checkpoint().size() > later.size()) {
                break;
            }
            long size = last.checkpoint().size();
            Tree.Nodes nodes = rows.reader();
            shown.add(
                    KeyChange.of(
                            number,
                            row.leaf,
                            Tree.inclusion(number, size, nodes),
                            last,
                            Tree.consistency(size, later.size(), nodes)));
        }
        return shown;
    }
}
