package earnest.access;

import earnest.core.codes.Base32;
import earnest.core.codes.Guard;
import earnest.core.codes.Totp;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;

/**
 * What staff have beside their password: an authenticator each, whose code is good once, with a
 * limit of wrong ones of its own. All of it is done in the present transaction.
 */
@Component
public class StaffFactors {
    /** As long as the hash that codes are made with (RFC 4226, section 4, R6). */
    private static final int KEY_BYTES = 20;

    private static final Guard.Limit LIMIT = new Guard.Limit(10, Duration.ofMinutes(30));
    private static final Duration SET_UP_WITHIN = Duration.ofMinutes(30);

    private final JdbcClient database;
    private final WrappedSecrets secrets;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    StaffFactors(
            JdbcClient database,
            WrappedSecrets secrets,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.database = database;
        this.secrets = secrets;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /** What came of a code. */
    enum Tried {
        RIGHT,
        WRONG,
        /** Too many wrong ones came lately; this one was not looked at. */
        AT_LIMIT
    }

    /** One that somebody has, or is setting up. */
    private record Row(
            UUID id, UUID analyst, WrappedSecrets.Wrapped key, boolean confirmed, Guard guard) {}

    private static final String THEIRS =
            "select * from staff_factor where analyst_id = :analyst and removed_at is null and"
                    + " (confirmed_at is not null or enrolled_at > :since) order by confirmed_at is"
                    + " null, enrolled_at desc limit 1";

    private Optional<Row> of(UUID analyst, boolean lock) {
        return database.sql(THEIRS + (lock ? " for update" : ""))
                .param("analyst", analyst)
                .param("since", clock.instant().minus(SET_UP_WITHIN))
                .query(StaffFactors::row)
                .optional();
    }

    private static Row row(ResultSet row, int i) throws SQLException {
        Timestamp since = row.getTimestamp("wrong_since");
        return new Row(
                row.getObject("id", UUID.class),
                row.getObject("analyst_id", UUID.class),
                new WrappedSecrets.Wrapped(row.getBytes("wrapped_key"), row.getString("key_name")),
                row.getTimestamp("confirmed_at") != null,
                new Guard(
                        row.getLong("last_used_step"),
                        row.getInt("wrong_tries"),
                        since == null ? null : since.toInstant()));
    }

    /** Whether somebody has one that counts. */
    boolean has(UUID analyst) {
        return of(analyst, false).filter(Row::confirmed).isPresent();
    }

    /**
     * Begins to set one up for somebody who has none; what was begun before is gone.
     *
     * @return its key in base 32 (RFC 4648, section 6); the caller wipes it
     */
    Secret begin(UUID analyst) {
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        try {
            remove(analyst);
            add(analyst, key, null);
            return Base32.of(key);
        } finally {
            Arrays.fill(key, (byte) 0);
        }
    }

    /**
     * Gives somebody who has none the one that they carry already.
     *
     * @param key the caller wipes it
     */
    public void bringIn(UUID analyst, byte[] key) {
        if (of(analyst, true).isEmpty()) {
            add(analyst, key, clock.instant());
        }
    }

    private void add(UUID analyst, byte[] key, @Nullable Instant confirmedAt) {
        UUID id = ids.next();
        WrappedSecrets.Wrapped wrapped = secrets.wrapKey(id, key);
        database.sql(
                        "insert into staff_factor (id, analyst_id, wrapped_key, key_name,"
                                + " enrolled_at, confirmed_at, last_used_step, wrong_tries) values"
                                + " (:id, :analyst, :key, :name, :at, :confirmed, -1, 0)")
                .param("id", id)
                .param("analyst", analyst)
                .param("key", wrapped.bytes())
                .param("name", wrapped.key())
                .param("at", clock.instant())
                .param("confirmed", confirmedAt)
                .update();
    }

    /** Takes away what somebody has; then they set one up at their next signing in. */
    public void remove(UUID analyst) {
        database.sql(
                        "update staff_factor set removed_at = :at, wrapped_key = '' where"
                                + " analyst_id = :analyst and removed_at is null")
                .param("at", clock.instant())
                .param("analyst", analyst)
                .update();
    }

    /** Tries a code; of one that is being set up, the first right one makes it count. */
    Tried accept(UUID analyst, Secret typed) {
        Optional<Row> found = of(analyst, true);
        if (found.isEmpty()) {
            return Tried.WRONG;
        }
        Row factor = found.get();
        byte[] key = secrets.unwrapKey(factor.id(), factor.key());
        Guard.Tried tried;
        try {
            tried = Totp.accept(key, Totp.STANDARD, typed, factor.guard(), LIMIT, clock.instant());
            if (secrets.isOld(factor.key())) {
                keep(factor, secrets.wrapKey(factor.id(), key));
            }
        } finally {
            Arrays.fill(key, (byte) 0);
        }
        keep(factor, tried.next());
        return switch (tried) {
            case Guard.Tried.Accepted _ -> {
                confirm(factor);
                yield Tried.RIGHT;
            }
            case Guard.Tried.Refused _ -> Tried.WRONG;
            case Guard.Tried.AtLimit _ -> Tried.AT_LIMIT;
        };
    }

    private void keep(Row factor, WrappedSecrets.Wrapped key) {
        database.sql("update staff_factor set wrapped_key = :key, key_name = :n where id = :id")
                .param("key", key.bytes())
                .param("n", key.key())
                .param("id", factor.id())
                .update();
    }

    private void keep(Row factor, Guard next) {
        database.sql(
                        "update staff_factor set last_used_step = :used, wrong_tries = :wrong,"
                                + " wrong_since = :since where id = :id")
                .param("used", next.used())
                .param("wrong", next.wrong())
                .param("since", next.since())
                .param("id", factor.id())
                .update();
    }

    private void confirm(Row factor) {
        if (!factor.confirmed()) {
            database.sql("update staff_factor set confirmed_at = :at where id = :id")
                    .param("at", clock.instant())
                    .param("id", factor.id())
                    .update();
        }
    }
}
