package earnest.testkit;

import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;

/**
 * The demo's database whose accounts people sign in with, as those who run it and use it see it.
 */
public final class PortStores {
    /** The host part of the accounts that tests make. */
    public static final String HOST = "127.0.0.1";

    private static final int BLOCKED = 4150;
    private static final int DENIED = 1045;
    private static final int MUST_CHANGE = 1820;

    private final Ground ground;

    /** Starts it, if it does not run. */
    public PortStores(Ground ground) {
        this.ground = ground;
        ground.launcher("stores");
    }

    private Connection in(String user, String password) throws SQLException {
        Properties how = new Properties();
        how.setProperty("user", user);
        how.setProperty("password", password);
        how.setProperty("sslMode", "disable");
        how.setProperty("connectTimeout", "2000");
        return DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:" + ground.port("STORES") + "/", how);
    }

    /** As whoever runs it. */
    public void run(String... statements) {
        try (Connection root = in("root", ground.secret("stores-root"));
                Statement statement = root.createStatement()) {
            statement.execute("set session sql_mode = 'NO_BACKSLASH_ESCAPES'");
            for (String one : statements) {
                statement.execute(one);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The first column of the first row of an answer. */
    public String ask(String question) {
        try (Connection root = in("root", ground.secret("stores-root"));
                Statement statement = root.createStatement();
                var row = statement.executeQuery(question)) {
            return row.next() ? String.valueOf(row.getString(1)) : "nothing";
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    public static String quoted(String user) {
        return "'" + user.replace("'", "''") + "'@'" + HOST + "'";
    }

    /** Makes an account anew, of which nothing is known. */
    public void make(String user) {
        run(
                "drop user if exists " + quoted(user),
                "create user " + quoted(user) + " identified by 'nobody-knows-71-this'");
    }

    /** What comes of signing in: {@code in}, {@code must change}, {@code blocked}, {@code no}. */
    public String signIn(String user, String password) {
        try (Connection own = in(user, password);
                Statement statement = own.createStatement()) {
            statement.execute("select 1");
            return "in";
        } catch (SQLException e) {
            return came(e);
        }
    }

    private static String came(SQLException e) {
        return switch (e.getErrorCode()) {
            case BLOCKED -> "blocked";
            case DENIED -> "no";
            case MUST_CHANGE -> "must change";
            default -> e.getErrorCode() + " " + e.getMessage();
        };
    }

    /** Signs in with one password, and sets another. */
    public void changeOwn(String user, String password, String own) {
        try (Connection session = in(user, password);
                Statement statement = session.createStatement()) {
            statement.execute("set password = password('" + own + "')");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** As the demo's steward sets it up, for accounts of {@link #HOST} alone. */
    public ObjectNode system() {
        ObjectNode system =
                (ObjectNode) ground.demoOrganisation().get("systems").get("port-stores");
        String filled =
                system.toString()
                        .replace("@STORES_PORT@", String.valueOf(ground.port("STORES")))
                        .replace("@STORES_SECRET@", ground.secret("stores-earnest"))
                        .replace(
                                "@CERTIFICATE@",
                                ground.read("tls/directory.pem").replace("\n", "\\n"));
        ObjectNode whole = (ObjectNode) JsonMapper.shared().readTree(filled);
        ((ObjectNode) whole.get("settings"))
                .put("host", HOST)
                .put("trialAccount", "trials@" + HOST);
        return whole;
    }

    /** Its process, which a test may stop in its tracks. */
    public long pid() {
        return Long.parseLong(ground.read("run/stores.pid").strip());
    }

    /** What it has written on its disk, but for its tables. */
    public Path log() {
        Path log = ground.home().resolve("logs/stores.log");
        if (!Files.exists(log)) {
            throw new IllegalStateException("it has no log");
        }
        return log;
    }
}
