package earnest.systems;

import earnest.core.passwords.Secret;
import earnest.ground.Epoch;
import earnest.ground.Ids;
import earnest.ground.Remembered;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Systems as rows; credentials wrapped, and read by nothing but what opens a connector. */
@Component
class SystemRows {
    private final JdbcClient database;
    private final Remembered<Boolean, List<SystemRow>> all;
    private final WrappedSecrets secrets;
    private final Ids ids;

    SystemRows(JdbcClient database, WrappedSecrets secrets, Ids ids, Epoch epoch) {
        this.all = new Remembered<>(epoch, 1, any -> read());
        this.database = database;
        this.secrets = secrets;
        this.ids = ids;
    }

    /** All, in the order of the desk. */
    List<SystemRow> all() {
        return all.get(true);
    }

    private List<SystemRow> read() {
        return database.sql("select * from `system` order by position, id")
                .query(SystemRows::row)
                .list();
    }

    /** Locks one for the present transaction. */
    Optional<SystemRow> lock(String id) {
        return database.sql("select * from `system` where id = :id for update")
                .param("id", id)
                .query(SystemRows::row)
                .optional();
    }

    private static SystemRow row(ResultSet row, int i) throws SQLException {
        return new SystemRow(
                row.getString("id"),
                row.getString("kind"),
                row.getString("name"),
                row.getString("follows"),
                row.getString("who_helps"),
                row.getInt("position"),
                row.getString("settings"),
                row.getString("password_rules"),
                row.getBytes("credential") != null,
                row.getLong("version"));
    }

    /** Its credential, empty text where it has none. The caller wipes it. */
    Secret credential(String id) {
        record Stored(UUID id, byte[] bytes, String key) {}
        return database.sql(
                        "select credential_id, credential, key_name from `system` where id = :id"
                                + " and credential is not null")
                .param("id", id)
                .query(
                        (row, i) ->
                                new Stored(
                                        row.getObject(1, UUID.class),
                                        row.getBytes(2),
                                        row.getString(3)))
                .optional()
                .map(
                        stored ->
                                secrets.unwrap(
                                        stored.id,
                                        new WrappedSecrets.Wrapped(stored.bytes, stored.key)))
                .orElseGet(() -> Secret.of(""));
    }

    /** Adds or replaces all but the credential. */
    void put(SystemRow row) {
        database.sql(
                        """
                        insert into `system` (id, kind, name, follows, who_helps, position, settings,
                          password_rules, version)
                        values (:id, :kind, :name, :follows, :who, :position, :settings, :rules, :version)
                        on duplicate key update kind = :kind, name = :name, follows = :follows,
                          who_helps = :who, position = :position, settings = :settings,
                          password_rules = :rules, version = :version
                        """)
                .param("id", row.id())
                .param("kind", row.kind())
                .param("name", row.name())
                .param("follows", row.follows())
                .param("who", row.whoHelps())
                .param("position", row.position())
                .param("settings", row.settings())
                .param("rules", row.passwordRules())
                .param("version", row.version())
                .update();
    }

    /** Replaces the credential; null takes it away. */
    void putCredential(String id, @Nullable Secret credential) {
        UUID credentialId = ids.next();
        WrappedSecrets.Wrapped wrapped =
                credential == null ? null : secrets.wrap(credentialId, credential);
        database.sql(
                        "update `system` set credential_id = :cid, credential = :c, key_name = :k"
                                + " where id = :id")
                .param("cid", credential == null ? null : credentialId)
                .param("c", wrapped == null ? null : wrapped.bytes())
                .param("k", wrapped == null ? null : wrapped.key())
                .param("id", id)
                .update();
    }
}
