package earnest.record;

import earnest.core.record.Seal;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.StringJoiner;

/** The committed roots, and the seals on them. Rows are added, never changed. */
@Component
class Seals {
    private final JdbcClient client;

    Seals(JdbcClient client) {
        this.client = client;
    }

    /** A committed root. */
    record Root(long size, byte[] root, Instant at) {}

    Optional<Root> latestRoot() {
        return client.sql("select size, root, at from entry_root order by size desc limit 1")
                .query(
                        (row, i) ->
                                new Root(
                                        row.getLong(1),
                                        row.getBytes(2),
                                        row.getTimestamp(3).toInstant()))
                .optional();
    }

    void addRoot(Root root) {
        client.sql("insert into entry_root (size, root, at) values (:size, :root, :at)")
                .param("size", root.size)
                .param("root", root.root)
                .param("at", root.at)
                .update();
    }

    Optional<Seal> latest() {
        return client.sql("select note from seal order by size desc limit 1")
                .query(String.class)
                .optional()
                .map(Seal::read);
    }

    /** Seals over more than {@code size} entries, the smallest first. */
    List<Seal> after(long size, int most) {
        return client
                .sql("select note from seal where size > :size order by size limit :most")
                .param("size", size)
                .param("most", most)
                .query(String.class)
                .list()
                .stream()
                .map(Seal::read)
                .toList();
    }

    List<Seal> of(Collection<Long> sizes) {
        return client
                .sql("select note from seal where size in (:sizes) order by size desc")
                .param("sizes", sizes)
                .query(String.class)
                .list()
                .stream()
                .map(Seal::read)
                .toList();
    }

    /**
     * The smallest seal over each of these numbers, where there is one. A subselect in each row
     * would scan the key; with the number in its place it is one look into it.
     */
    Map<Long, Long> over(Collection<Long> numbers) {
        Map<Long, Long> sizes = new HashMap<>();
        if (numbers.isEmpty()) {
            return sizes;
        }
        StringJoiner looks = new StringJoiner(" union all ");
        for (long number : numbers) {
            looks.add("(select %d, min(size) from seal where size > %d)".formatted(number, number));
        }
        client.sql(looks.toString())
                .query(
                        row -> {
                            Long size = row.getObject(2, Long.class);
                            if (size != null) {
                                sizes.put(row.getLong(1), size);
                            }
                        });
        return sizes;
    }

    void add(Seal seal, String verifierKey) {
        client.sql(
                        "insert into seal (size, sealed_at, verifier_key, note) values (:size, :at,"
                                + " :key, :note)")
                .param("size", seal.checkpoint().size())
                .param("at", seal.checkpoint().time())
                .param("key", verifierKey)
                .param("note", seal.note())
                .update();
    }
}
