package earnest.connectors.database;

import earnest.core.passwords.Secret;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;

/**
 * How a statement says a new password. As the server would keep it, so that neither its lists of
 * statements nor its logs ever see the password; in the clear only where the server must see it:
 * when it holds passwords against rules of its own, or keeps them in a way that it alone makes.
 */
final class PasswordClause {
    private PasswordClause() {}

    /**
     * What stands after {@code alter user}, or empty where the password would have to be told in
     * the clear to a server that writes every statement down.
     */
    static Optional<String> of(Connection connection, Kept kept, Secret password)
            throws SQLException {
        if (kept.isNative() && !checksPasswords(connection)) {
            return Optional.of("via mysql_native_password using '" + kept(password) + "'");
        }
        if (writesStatements(connection)) {
            return Optional.empty();
        }
        return Optional.of(
                "via "
                        + kept.plugin()
                        + " using password("
                        + password.open(characters -> UserName.quoted(new String(characters)))
                        + ")");
    }

    /** Whether it holds passwords against rules of its own. */
    static boolean checksPasswords(Connection connection) throws SQLException {
        return says(
                connection,
                "select count(*) > 0 from information_schema.plugins where plugin_type = 'PASSWORD"
                        + " VALIDATION' and plugin_status = 'ACTIVE'");
    }

    /** Whether its log holds every statement as it is. */
    static boolean writesStatements(Connection connection) throws SQLException {
        return says(
                connection,
                "select @@global.general_log = 1 or @@global.slow_query_log = 1 and"
                        + " @@global.long_query_time < 1 or @@global.log_bin = 1");
    }

    private static boolean says(Connection connection, String question) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(question)) {
            return row.next() && row.getBoolean(1);
        }
    }

    /** SHA-1 of the SHA-1, as {@code PASSWORD()} makes it. */
    static String kept(Secret password) {
        return password.open(
                characters -> {
                    ByteBuffer encoded = StandardCharsets.UTF_8.encode(CharBuffer.wrap(characters));
                    byte[] bytes = Arrays.copyOf(encoded.array(), encoded.remaining());
                    Arrays.fill(encoded.array(), (byte) 0);
                    try {
                        MessageDigest sha1 = MessageDigest.getInstance("SHA-1");
                        return "*"
                                + HexFormat.of()
                                        .withUpperCase()
                                        .formatHex(sha1.digest(sha1.digest(bytes)));
                    } catch (GeneralSecurityException e) {
                        throw new IllegalStateException("SHA-1 is missing from this Java", e);
                    } finally {
                        Arrays.fill(bytes, (byte) 0);
                    }
                });
    }
}
