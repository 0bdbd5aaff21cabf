package earnest.connectors.database;

import earnest.connectors.AccountState;
import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * What a server keeps of an account, in {@code mysql.global_priv}: a JSON document whose fields are
 * those of <a href="https://mariadb.com/kb/en/mysqlglobal_priv-table/">its description</a>.
 */
record Kept(Map<String, Object> fields) {
    private static final String NATIVE = "mysql_native_password";

    /** By which a password is kept there; any other has its passwords elsewhere. */
    private static final Set<String> PASSWORDS = Set.of(NATIVE, "ed25519");

    static Kept read(String document) {
        Map<String, Object> fields = Json.object(Json.read(document));
        return new Kept(fields == null ? Map.of() : fields);
    }

    /** One account, if the server has it. */
    static Optional<Kept> of(Connection connection, UserName name) throws SQLException {
        try (PreparedStatement one =
                connection.prepareStatement(
                        "select priv from mysql.global_priv where user = ? and host = ?")) {
            one.setString(1, name.user());
            one.setString(2, name.host());
            try (ResultSet row = one.executeQuery()) {
                return row.next() ? Optional.of(read(row.getString(1))) : Optional.empty();
            }
        }
    }

    /** What its password is kept by. */
    String plugin() {
        return fields.get("plugin") instanceof String plugin && !plugin.isEmpty() ? plugin : NATIVE;
    }

    /** Whether there is a password to be set, and one way alone to sign in. */
    boolean hasPassword() {
        return !fields.containsKey("auth_or") && PASSWORDS.contains(plugin());
    }

    boolean isNative() {
        return plugin().equals(NATIVE);
    }

    /** Whether it is a role, which nobody signs in with. */
    boolean isRole() {
        return isTrue("is_role");
    }

    /** Rights on the whole server, as bits; 0 for who has none. */
    long rights() {
        return fields.get("access") instanceof Long access ? access : 0;
    }

    boolean locked() {
        return isTrue("account_locked");
    }

    private boolean isTrue(String field) {
        return Boolean.TRUE.equals(fields.get(field));
    }

    /** What stands for its password; a text that changes with it. */
    private String verifier() {
        return fields.get("authentication_string") instanceof String text ? text : "";
    }

    /** Zero while it must be changed. */
    private long changed() {
        return fields.get("password_last_changed") instanceof Long seconds ? seconds : 0;
    }

    /**
     * What Earnest knows of it.
     *
     * @param lifetime in days, of passwords whose account does not say another; 0: none
     * @param marks hides what stands for the password, and is the same for the same
     * @param locksAfterGuesses whether a lock is nobody's wish
     */
    AccountState state(
            long lifetime, Instant now, UnaryOperator<String> marks, boolean locksAfterGuesses) {
        Instant set = changed() == 0 ? null : Instant.ofEpochSecond(changed());
        boolean mustChange = changed() == 0 || over(set, lifetime, now);
        return new AccountState(
                locked() && locksAfterGuesses ? since(set) : null,
                locked() && !locksAfterGuesses,
                mustChange,
                set,
                null,
                null,
                null,
                mark(mustChange, marks).text());
    }

    DatabaseMark mark(boolean mustChange, UnaryOperator<String> marks) {
        return new DatabaseMark(
                marks.apply(verifier()),
                mustChange,
                locked(),
                fields.containsKey("account_locked"));
    }

    private boolean over(@Nullable Instant set, long lifetime, Instant now) {
        long own = fields.get("password_lifetime") instanceof Long days ? days : -1;
        long lasts = own < 0 ? lifetime : own;
        return set != null && lasts > 0 && set.plus(Duration.ofDays(lasts)).isBefore(now);
    }

    /** The server does not say since when; not before the password was set. */
    private static Instant since(@Nullable Instant set) {
        return set == null ? Instant.EPOCH : set;
    }
}
