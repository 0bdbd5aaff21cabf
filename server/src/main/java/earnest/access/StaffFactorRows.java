package earnest.access;

import earnest.core.codes.Guard;
import earnest.ground.Ids;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** What staff sign in with, as rows, each in the present transaction. */
@Component
class StaffFactorRows {
    private static final Duration SET_UP_WITHIN = Duration.ofMinutes(30);

    private final JdbcClient database;
    private final Clock clock;
    private final Ids ids;

    StaffFactorRows(JdbcClient database, Clock clock, Ids ids) {
        this.database = database;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * One that somebody has, or is setting up.
     *
     * @param key of an authenticator, wrapped; empty for a passkey
     * @param credential of a passkey that was made, or null
     * @param guard what was used last, and what was wrong; a passkey's last count of signatures
     * @param asked what a passkey was last asked to sign, or null if nothing waits
     */
    record Row(
            UUID id,
            FactorKind kind,
            WrappedSecrets.Wrapped key,
            byte @Nullable [] credential,
            Instant enrolledAt,
            boolean confirmed,
            Guard guard,
            @Nullable UUID asked,
            @Nullable Instant askedAt) {}

    /** All of somebody's that count or are being set up, the one they have longest first. */
    List<Row> of(UUID analyst) {
        return read(analyst, "");
    }

    /** The same, locked. */
    List<Row> lock(UUID analyst) {
        return read(analyst, " for update");
    }

    private List<Row> read(UUID analyst, String lock) {
        return database.sql(
                        "select * from staff_factor where analyst_id = :analyst and removed_at is"
                                + " null and (confirmed_at is not null or enrolled_at > :since)"
                                + " order by enrolled_at, id"
                                + lock)
                .param("analyst", analyst)
                .param("since", clock.instant().minus(SET_UP_WITHIN))
                .query(StaffFactorRows::row)
                .list();
    }

    private static Row row(ResultSet row, int i) throws SQLException {
        Timestamp since = row.getTimestamp("wrong_since");
        Timestamp askedAt = row.getTimestamp("asked_at");
        return new Row(
                row.getObject("id", UUID.class),
                FactorKind.of(row.getString("kind")),
                new WrappedSecrets.Wrapped(row.getBytes("wrapped_key"), row.getString("key_name")),
                row.getBytes("credential"),
                row.getTimestamp("enrolled_at").toInstant(),
                row.getTimestamp("confirmed_at") != null,
                new Guard(
                        row.getLong("last_used_step"),
                        row.getInt("wrong_tries"),
                        since == null ? null : since.toInstant()),
                row.getObject("asked", UUID.class),
                askedAt == null ? null : askedAt.toInstant());
    }

    UUID nextId() {
        return ids.next();
    }

    /** Adds one that does not count yet. */
    void add(UUID id, UUID analyst, FactorKind kind, WrappedSecrets.Wrapped key) {
        database.sql(
                        "insert into staff_factor (id, analyst_id, kind, wrapped_key, key_name,"
                                + " enrolled_at, last_used_step, wrong_tries) values (:id,"
                                + " :analyst, :kind, :key, :name, :at, -1, 0)")
                .param("id", id)
                .param("analyst", analyst)
                .param("kind", kind.word())
                .param("key", key.bytes())
                .param("name", key.key())
                .param("at", clock.instant())
                .update();
    }

    /** From now on it counts. */
    void confirm(UUID id) {
        database.sql(
                        "update staff_factor set confirmed_at = :at where id = :id and confirmed_at"
                                + " is null and removed_at is null")
                .param("at", clock.instant())
                .param("id", id)
                .update();
    }

    /** Takes away all that somebody has and sets up. */
    void removeAll(UUID analyst) {
        remove("analyst_id = :id", analyst);
    }

    /** Takes away what somebody set up and did not finish. */
    void removeUnfinished(UUID analyst) {
        remove("confirmed_at is null and analyst_id = :id", analyst);
    }

    void remove(UUID id) {
        remove("id = :id", id);
    }

    private void remove(String which, UUID id) {
        database.sql(
                        "update staff_factor set removed_at = :at, wrapped_key = '', credential ="
                                + " null, asked = null where removed_at is null and "
                                + which)
                .param("at", clock.instant())
                .param("id", id)
                .update();
    }

    /** Keeps the key of an authenticator under another wrapping key. */
    void keep(UUID id, WrappedSecrets.Wrapped key) {
        database.sql("update staff_factor set wrapped_key = :key, key_name = :n where id = :id")
                .param("key", key.bytes())
                .param("n", key.key())
                .param("id", id)
                .update();
    }

    void keep(UUID id, Guard next) {
        database.sql(
                        "update staff_factor set last_used_step = :used, wrong_tries = :wrong,"
                                + " wrong_since = :since where id = :id")
                .param("used", next.used())
                .param("wrong", next.wrong())
                .param("since", next.since())
                .param("id", id)
                .update();
    }

    /** Keeps the public half of a passkey that was made. */
    void keep(UUID id, byte[] credential, long count) {
        database.sql(
                        "update staff_factor set credential = :credential, last_used_step = :count"
                                + " where id = :id")
                .param("credential", credential)
                .param("count", count)
                .param("id", id)
                .update();
    }

    /** Asks all passkeys of somebody that count; what they were asked before is over. */
    void ask(UUID analyst, UUID asked) {
        database.sql(
                        "update staff_factor set asked = :asked, asked_at = :at where analyst_id ="
                                + " :analyst and kind = 'passkey' and removed_at is null and"
                                + " confirmed_at is not null")
                .param("asked", asked)
                .param("at", clock.instant())
                .param("analyst", analyst)
                .update();
    }

    /**
     * Takes an answer, once.
     *
     * @return whether it was still waited for
     */
    boolean answered(UUID analyst, UUID id, UUID asked, long count) {
        int taken =
                database.sql(
                                "update staff_factor set asked = null where analyst_id = :analyst"
                                        + " and asked = :asked")
                        .param("analyst", analyst)
                        .param("asked", asked)
                        .update();
        database.sql("update staff_factor set last_used_step = :count where id = :id")
                .param("count", count)
                .param("id", id)
                .update();
        return taken > 0;
    }
}
