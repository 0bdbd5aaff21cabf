package earnest.record;

import earnest.ground.JobQueue;
import earnest.ground.Worker;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * What names a person on the record, taken away on lawful demand: values and salts go, what commits
 * to them stays, so every proof holds. The database deletes only what one asked for and another
 * agreed to.
 */
@Component
public class Erasures implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("erase-personal", "erasure", 1);
    private static final Duration AGAIN = Duration.ofSeconds(5);

    private final JdbcClient client;
    private final SealingStore store;
    private final JobQueue jobs;

    Erasures(JdbcClient client, SealingStore store, JobQueue jobs) {
        this.client = client;
        this.store = store;
        this.jobs = jobs;
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    /** What two agreed on is done as soon as the asking has its number; the database sees to it. */
    @Override
    public Optional<Duration> work(UUID id) {
        if (numbered(id)) {
            store.erase(id);
            return Optional.empty();
        }
        return Optional.of(AGAIN);
    }

    private boolean numbered(UUID id) {
        return client.sql(
                                "select count(*) from entry e join entry_number n on n.entry_id ="
                                    + " e.id where e.kind = 'erasure-asked' and json_value(e.leaf,"
                                    + " '$.data.erasure') = :id")
                        .param("id", id.toString())
                        .query(Long.class)
                        .single()
                > 0;
    }

    /**
     * One that was asked for.
     *
     * @param values how many values would go now
     * @param answered when it was agreed to or not, or null while it waits
     */
    public record Asked(
            UUID id,
            UUID person,
            String reason,
            UUID askedBy,
            String askedByName,
            Instant askedAt,
            long values,
            @Nullable Instant answered) {}

    private static final String ASKED =
            """
            select q.*, a.answered_at,
              (select count(*) from erasable x where x.erasure_id = q.id) as erasable
            from erasure q left join erasure_answer a on a.erasure_id = q.id
            """;

    /** Those that wait for a second person, oldest first. */
    public List<Asked> waiting() {
        return client.sql(ASKED + " where a.erasure_id is null order by q.asked_at")
                .query(Erasures::asked)
                .list();
    }

    public Optional<Asked> of(UUID id) {
        return client.sql(ASKED + " where q.id = :id")
                .param("id", id)
                .query(Erasures::asked)
                .optional();
    }

    private static Asked asked(ResultSet row, int i) throws SQLException {
        java.sql.Timestamp answered = row.getTimestamp("answered_at");
        return new Asked(
                row.getObject("id", UUID.class),
                row.getObject("person_id", UUID.class),
                row.getString("reason"),
                row.getObject("asked_by", UUID.class),
                row.getString("asked_by_name"),
                row.getTimestamp("asked_at").toInstant(),
                row.getLong("erasable"),
                answered == null ? null : answered.toInstant());
    }

    public void ask(UUID id, UUID person, String reason, UUID by, String byName, Instant at) {
        client.sql(
                        "insert into erasure (id, person_id, reason, asked_by, asked_by_name,"
                                + " asked_at) values (:id, :person, :reason, :by, :byName, :at)")
                .param("id", id)
                .param("person", person)
                .param("reason", reason)
                .param("by", by)
                .param("byName", byName)
                .param("at", at)
                .update();
    }

    /**
     * Answers one, in the present transaction; if it is agreed to, it is erased right after.
     *
     * @throws org.springframework.dao.DuplicateKeyException if it was answered already
     */
    public void answer(UUID id, boolean agreed, UUID by, Instant at) {
        client.sql(
                        "insert into erasure_answer (erasure_id, agreed, answered_by, answered_at)"
                                + " values (:id, :agreed, :by, :at)")
                .param("id", id)
                .param("agreed", agreed)
                .param("by", by)
                .param("at", at)
                .update();
        if (agreed) {
            jobs.soon(KIND, id);
        }
    }
}
