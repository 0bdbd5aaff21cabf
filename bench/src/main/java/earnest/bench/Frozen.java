package earnest.bench;

import earnest.testkit.Ground;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Objects;

/**
 * The baseline, as it was when it was frozen: tables, their rows and the statements of a call stand
 * in files and are replayed in a database of their own beside the product's, with the same
 * durability. What Earnest says to its database today does not change it, so that saying less
 * shows.
 *
 * <p>The statements are those of the general log within the steps of one call, with the ids that
 * the call made numbered in braces and bytes of a usual length for those that the log does not give
 * back; the rows are what the call found there, of large tables those of its person. The files are
 * never written again.
 */
final class Frozen {
    private static final String FILES = "/frozen/";
    private static final String NAME = "earnest_frozen";

    /** So many people as the bench's directory has, made of the one in the files. */
    private static final int PEOPLE = 19_000;

    private Frozen() {}

    /** A connection to the frozen database, which is made where there is none. */
    static Connection connect(Ground ground) {
        try {
            return DriverManager.getConnection(url(ground), "earnest_migrate", password(ground));
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String url(Ground ground) {
        return "jdbc:mariadb://127.0.0.1:" + ground.port("DB") + "/" + NAME;
    }

    private static String password(Ground ground) {
        return ground.secret("db-migrate");
    }

    /** Makes it anew, with its rows. */
    static void lay(Ground ground) throws SQLException {
        try (Connection database =
                        DriverManager.getConnection(
                                url(ground)
                                        + "?createDatabaseIfNotExist=true&allowMultiQueries=true",
                                "earnest_migrate",
                                password(ground));
                Statement statement = database.createStatement()) {
            statement.execute("drop database " + NAME);
            statement.execute("create database " + NAME);
            statement.execute("use " + NAME);
            statement.execute("set foreign_key_checks = 0");
            statement.execute("set @people = " + PEOPLE);
            for (String file : List.of("schema.sql", "rows.sql", "bulk.sql")) {
                statement.execute(read(file));
            }
        }
    }

    /** The statements of one call, each on a line as a JSON string. */
    static List<String> call() {
        return read("call.jsonl")
                .lines()
                .map(line -> JsonMapper.shared().readValue(line, String.class))
                .toList();
    }

    private static String read(String file) {
        try (InputStream in = Frozen.class.getResourceAsStream(FILES + file)) {
            return new String(
                    Objects.requireNonNull(in, file).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
