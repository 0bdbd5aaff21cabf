package earnest.connectors.database;

import earnest.connectors.AddressGuard;
import earnest.core.passwords.Secret;

import org.mariadb.jdbc.Configuration;
import org.mariadb.jdbc.Driver;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Properties;

/**
 * Connections to each server, with deadlines. Each is for one look or one change and is closed
 * after it: then none can be found dead when something is asked over it.
 */
final class DatabaseServers implements AutoCloseable {
    private static final String CONNECT_MS = "2000";
    private static final String ANSWER_MS = "5000";

    /**
     * Names and passwords are written into statements, which take no parameters for them: with
     * backslashes that mean nothing, doubling quotes is enough. Who waits for a lock gives up in
     * time for the desk.
     */
    private static final String SESSION =
            "set session sql_mode = 'NO_BACKSLASH_ESCAPES', lock_wait_timeout = 3";

    private final DatabaseSettings settings;
    private final Secret credential;
    private final AddressGuard guard;

    DatabaseServers(DatabaseSettings settings, Secret credential, AddressGuard guard) {
        this.settings = settings;
        this.credential = credential.copy();
        this.guard = guard;
    }

    List<String> names() {
        return settings.servers().stream().map(DatabaseSettings.Server::name).toList();
    }

    /** To the server that takes changes. */
    Connection first() throws SQLException {
        return to(settings.servers().getFirst());
    }

    /** To a server by its name. */
    Connection to(String name) throws SQLException {
        return to(
                settings.servers().stream()
                        .filter(server -> server.name().equals(name))
                        .findFirst()
                        .orElseThrow(() -> new SQLException("no such server", "08001")));
    }

    private Connection to(DatabaseSettings.Server server) throws SQLException {
        Connection connection = credential.open(password -> open(server, password)).get();
        try (Statement statement = connection.createStatement()) {
            statement.execute(SESSION);
            return connection;
        } catch (SQLException e) {
            close(connection);
            throw e;
        }
    }

    /** What opening came to: a lambda cannot throw it. */
    @FunctionalInterface
    private interface Opened {
        Connection get() throws SQLException;
    }

    private Opened open(DatabaseSettings.Server server, char[] password) {
        try {
            Connection connection = Driver.connect(configuration(server, password));
            return () -> connection;
        } catch (SQLException e) {
            return () -> {
                throw e;
            };
        }
    }

    private Configuration configuration(DatabaseSettings.Server server, char[] password)
            throws SQLException {
        Properties how = new Properties();
        how.setProperty("user", settings.user());
        // The driver takes nothing but a text.
        how.setProperty("password", new String(password));
        how.setProperty("connectTimeout", CONNECT_MS);
        how.setProperty("socketTimeout", ANSWER_MS);
        how.setProperty("socketFactory", GuardedSockets.class.getName());
        how.setProperty(GuardedSockets.LOOPBACK, String.valueOf(guard.loopback()));
        how.setProperty("sslMode", server.secured() ? "verify-full" : "disable");
        if (server.certificate() != null) {
            how.setProperty("serverSslCert", server.certificate());
        }
        // A server that is not what it seems must not send us elsewhere, have files or a password.
        how.setProperty("permitRedirect", "false");
        how.setProperty("allowLocalInfile", "false");
        how.setProperty("restrictedAuth", "mysql_native_password,client_ed25519");
        return Configuration.parse(
                "jdbc:mariadb://" + server.host() + ":" + server.port() + "/", how);
    }

    /** Without a word: whatever it was for is over. */
    static void close(Connection connection) {
        try {
            connection.close();
        } catch (SQLException e) {
            return; // it is gone, which is what was wanted
        }
    }

    @Override
    public void close() {
        credential.wipe();
    }
}
