package earnest;

import org.flywaydb.core.Flyway;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Brings the database to the version of this server and grants each user what {@code db/grants.txt}
 * names: a step of its own before the server starts, so that the password of the user who may
 * change tables is in no running server's settings.
 *
 * <p>{@code EARNEST_DATABASE_URL} and {@code EARNEST_MIGRATE_PASSWORD} come from the environment.
 */
public final class Migrate {
    private static final String USER = "earnest_migrate";
    private static final List<String> USERS = List.of("run", "seal", "erase");
    private static final List<String> HOSTS = List.of("127.0.0.1", "localhost");

    /** What the database says when there is nothing to take back. */
    private static final Set<Integer> NO_SUCH_GRANT = Set.of(1141, 1147, 1403);

    private Migrate() {}

    public static void main(String[] args) throws SQLException {
        to(needed("EARNEST_DATABASE_URL"), needed("EARNEST_MIGRATE_PASSWORD"));
    }

    private static String needed(String name) {
        String value = System.getenv(name);
        if (value == null || value.isEmpty()) {
            System.err.println(name + " is not set: the database cannot be migrated.");
            System.exit(2);
        }
        return value;
    }

    /** Migrates and grants. */
    public static void to(String url, String password) throws SQLException {
        Flyway.configure()
                .dataSource(url, USER, password)
                .locations("classpath:db/migration")
                .load()
                .migrate();
        try (Connection database = DriverManager.getConnection(url, USER, password);
                Statement statement = database.createStatement()) {
            revoke(statement);
            grant(statement);
        }
    }

    /** What was granted once and is not named any more must go. */
    private static void revoke(Statement statement) throws SQLException {
        List<String> granted = new ArrayList<>();
        try (ResultSet found =
                statement.executeQuery(
                        "select table_name from information_schema.tables where table_schema ="
                                + " database()")) {
            while (found.next()) {
                granted.add("`" + found.getString(1) + "`");
            }
        }
        try (ResultSet found =
                statement.executeQuery(
                        "select routine_name from information_schema.routines where"
                                + " routine_schema = database()")) {
            while (found.next()) {
                granted.add("PROCEDURE " + found.getString(1));
            }
        }
        for (String one : granted) {
            for (String user : USERS) {
                for (String host : HOSTS) {
                    try {
                        statement.execute(
                                "REVOKE ALL PRIVILEGES ON %s FROM earnest_%s@'%s'"
                                        .formatted(one, user, host));
                    } catch (SQLException e) {
                        if (!NO_SUCH_GRANT.contains(e.getErrorCode())) {
                            throw e;
                        }
                    }
                }
            }
        }
    }

    private static void grant(Statement statement) throws SQLException {
        for (String line : lines()) {
            if (line.isBlank() || line.startsWith("#")) {
                continue;
            }
            String[] columns = line.strip().split(" {2,}");
            for (String table : columns[2].split(" ")) {
                for (String host : HOSTS) {
                    statement.execute(
                            "GRANT %s ON %s TO earnest_%s@'%s'"
                                    .formatted(columns[1], name(table), columns[0], host));
                }
            }
        }
    }

    private static String name(String table) {
        String procedure = "procedure:";
        return table.startsWith(procedure)
                ? "PROCEDURE " + table.substring(procedure.length())
                : "`" + table + "`";
    }

    private static List<String> lines() {
        try (InputStream in = Migrate.class.getResourceAsStream("/db/grants.txt")) {
            if (in == null) {
                throw new IllegalStateException("db/grants.txt is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
