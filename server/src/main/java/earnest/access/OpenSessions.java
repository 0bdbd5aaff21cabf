package earnest.access;

import earnest.ground.Epoch;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Optional;
import java.util.UUID;

/**
 * Looks a session up with whose it is, and the epoch: one query, since every request begins with
 * it.
 */
@Component
class OpenSessions {
    private final JdbcClient database;

    OpenSessions(JdbcClient database) {
        this.database = database;
    }

    /** A session that was not ended; whether it timed out is for the caller to see. */
    record Open(SignedIn who, Instant startedAt, Instant lastSeenAt, @Nullable Instant factorAt) {}

    Optional<Open> find(byte[] tokenHash) {
        return database.sql(
                        """
                        select a.id, a.login, a.name, a.roles, a.own_account, s.started_at, s.last_seen_at,
                          %s, s.factor_at
                        from sign_in_session s join analyst a on a.id = s.analyst_id
                        where s.token_hash = :hash and s.ended_at is null and a.ended_at is null
                        """
                                .formatted(Epoch.COLUMN))
                .param("hash", tokenHash)
                .query((row, i) -> open(row, name(tokenHash)))
                .optional();
    }

    /** Tells sessions apart, and opens nothing. */
    static String name(byte[] tokenHash) {
        return HexFormat.of().formatHex(tokenHash, 0, 8);
    }

    private static Open open(ResultSet row, String session) throws SQLException {
        Epoch.read(row.getLong(8));
        SignedIn who = who(row, session);
        Timestamp factorAt = row.getTimestamp("factor_at");
        return new Open(
                who,
                at(row, "started_at"),
                at(row, "last_seen_at"),
                factorAt == null ? null : factorAt.toInstant());
    }

    /** Of a row with the analyst's columns. */
    static SignedIn who(ResultSet row, String session) throws SQLException {
        return new SignedIn(
                row.getObject("id", UUID.class),
                row.getString("login"),
                row.getString("name"),
                Role.of(row.getString("roles")),
                row.getString("own_account"),
                session,
                false);
    }

    private static Instant at(ResultSet row, String column) throws SQLException {
        return row.getTimestamp(column).toInstant();
    }
}
